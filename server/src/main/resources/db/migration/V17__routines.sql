-- Work that repeats on a calendar.
create table routine (
    id          bigint generated always as identity primary key,
    name        text        not null check (length(name) between 1 and 60),
    rule        text        not null check (length(rule) between 1 and 200),
    zone        text        not null,
    query       text        not null,
    devices     text        not null,
    missed      text        not null check (missed in ('MAKE_UP', 'SKIP')),
    is_on       boolean     not null,
    next_due_at timestamptz,
    written_by  text        not null,
    written_at  timestamptz not null,
    version     bigint      not null default 0
);
create unique index routine_name on routine (lower(name));
create index routine_due on routine (next_due_at) where is_on;

-- What came of each time that a routine was due. A moment counts once, whatever happens.
create table routine_run (
    id         bigint generated always as identity primary key,
    routine_id bigint      not null references routine on delete cascade,
    due_at     timestamptz not null,
    at         timestamptz not null,
    outcome    text        not null check (outcome in ('STARTED', 'MADE_UP', 'SKIPPED', 'NO_DEVICE', 'FAILED', 'BY_HAND')),
    missed     int         not null default 0,
    devices    int         not null default 0,
    job_id     bigint references job on delete set null,
    reason     text        not null default '',
    unique (routine_id, due_at)
);
create index routine_run_newest on routine_run (routine_id, id desc);
