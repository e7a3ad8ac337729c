-- Times in which nothing may be altered from here.
create table change_freeze (
    id        bigint generated always as identity primary key,
    reason    text        not null check (reason <> ''),
    starts_at timestamptz not null,
    ends_at   timestamptz not null check (ends_at > starts_at),
    -- Which devices it holds; all of them if it is empty.
    query     text        not null,
    -- Whoever has this role may let go before its end.
    lifter    text        not null check (lifter in ('ENGINEER', 'APPROVER', 'ADMINISTRATOR')),
    made_by   text        not null,
    made_at   timestamptz not null,
    lifted_by text,
    lifted_at timestamptz,
    version   bigint      not null
);
create index change_freeze_ends on change_freeze (ends_at) where lifted_at is null;
