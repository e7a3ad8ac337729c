-- What devices say of people by their log messages: who logged in, who edited. Received at that moment.
create table device_trace (
    id        bigint generated always as identity primary key,
    device_id bigint      not null references device on delete cascade,
    kind      text        not null check (kind in ('LOG_IN', 'EDIT')),
    account   text        not null check (length(account) <= 60),
    came_from text        not null check (length(came_from) <= 60),
    way       text        not null check (length(way) <= 60),
    at        timestamptz not null
);
create index device_trace_device on device_trace (device_id, at);
create index device_trace_old on device_trace using brin (at);
insert into housekeeping_rule values ('TRACES', 400);

-- Who may have brought a revision, and between which moments: found anew when a message comes late.
create table revision_origin (
    revision_id bigint primary key references revision on delete cascade,
    same_until  timestamptz not null,
    seen_at     timestamptz not null,
    sureness    text        not null check (sureness in ('SOLE', 'SEVERAL', 'NONE')),
    -- Who edited last, as the device told when it was asked.
    told_account text       not null default '',
    told_from    text       not null default '',
    told_way     text       not null default ''
);
create table revision_actor (
    revision_id bigint      not null references revision_origin on delete cascade,
    place       int         not null,
    account     text        not null,
    person      text        not null,
    came_from   text        not null,
    way         text        not null,
    proof       text        not null check (proof in ('CHANGE', 'CONSOLE', 'TOLD', 'EDIT', 'LOG_IN', 'CLAIM')),
    first_at    timestamptz not null,
    last_at     timestamptz not null,
    primary key (revision_id, place)
);

-- In which parts of the configuration a revision differs from the one before it, and what was done, as a digest.
alter table revision add column parts text[] not null default '{}';
alter table revision add column part_count int not null default 0;
alter table revision add column deed_digest bytea not null default '';
create index revision_first_copy on revision (first_copy_at desc) where number > 1 and kind <> 'AGREED';
