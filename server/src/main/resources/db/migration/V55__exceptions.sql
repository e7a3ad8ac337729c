-- A clause that is waived for a device until a moment. It ends by itself, or by hand before.
create table granted_exception (
    id          bigint      generated always as identity primary key,
    standard_id bigint      not null references standard on delete cascade,
    tag         text        not null,
    device_id   bigint      not null references device on delete cascade,
    reason      text        not null,
    owner       text        not null,
    ends_at     timestamptz not null,
    made_by     text        not null,
    made_at     timestamptz not null,
    ended_at    timestamptz,
    ended_by    text
);
create unique index granted_exception_open on granted_exception (device_id, standard_id, tag) where ended_at is null;
create index granted_exception_standard on granted_exception (standard_id);
create index granted_exception_ends on granted_exception (ends_at) where ended_at is null;

-- Set while an exception holds for what was found.
alter table finding add column excepted boolean not null default false;
