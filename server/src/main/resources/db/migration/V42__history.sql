-- What somebody has accounted for of what was altered elsewhere.
create table revision_accounted (
    revision_id bigint      primary key references revision on delete cascade,
    note        text        not null check (length(note) <= 500),
    made_by     text        not null,
    made_at     timestamptz not null
);

-- When an account had its desk open: now, and at its last sitting before this one.
create table desk_visit (
    account       text        primary key,
    seen_at       timestamptz not null,
    before_that   timestamptz
);

create index table_reading_first on table_reading (first_read_at desc) where number > 1;

-- The rollout that brought a revision, if it was one.
alter table revision add column rollout_number bigint;
