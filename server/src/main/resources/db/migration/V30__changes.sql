create table change (
    id              bigint      generated always as identity primary key,
    title           text        not null default '',
    note            text        not null default '',
    state           text        not null
        check (state in ('DRAFT', 'PROPOSED', 'APPROVED', 'RUNNING', 'KEPT', 'STUCK', 'DROPPED')),
    made_by         text        not null,
    made_at         timestamptz not null,
    proposed_by     text,
    proposed_at     timestamptz,
    approved_by     text,
    approved_at     timestamptz,
    -- Of the preview that was proposed: what is approved is this and nothing else.
    digest          bytea,
    saves_first     boolean     not null default false,
    undoes          bigint references change,
    ended_at        timestamptz,
    version         bigint      not null default 0
);
create index change_state on change (state);

create table change_edit (
    id         bigint      generated always as identity primary key,
    change_id  bigint      not null references change on delete cascade,
    device_id  bigint      not null references device on delete cascade,
    kind       text        not null check (kind in ('LINES', 'PUT_BACK', 'RESTORE', 'UNDO')),
    -- Lines and configurations hold secrets.
    content    bytea       not null,
    note       text        not null default '',
    made_by    text        not null,
    made_at    timestamptz not null
);
create index change_edit_change on change_edit (change_id, id);

create table change_run (
    id         bigint      generated always as identity primary key,
    change_id  bigint      not null references change on delete cascade,
    number     int         not null,
    started_by text        not null,
    started_at timestamptz not null,
    decision   text        not null check (decision in ('OPEN', 'KEEP', 'BACK')),
    stopped_by text,
    ended_at   timestamptz,
    version    bigint      not null default 0,
    unique (change_id, number)
);

create table run_device (
    id          bigint      generated always as identity primary key,
    run_id      bigint      not null references change_run on delete cascade,
    device_id   bigint      not null references device on delete cascade,
    position    int         not null,
    state       text        not null,
    base        bytea       not null,
    promise     bytea       not null,
    -- What stood when it was kept: a device stores some values in a form of its own.
    kept        bytea,
    commands    int         not null,
    fact        text        not null default '',
    guard_until timestamptz,
    probed_from timestamptz,
    breaks      int         not null default 0,
    version     bigint      not null default 0,
    unique (run_id, device_id)
);

create table run_step (
    id         bigint      generated always as identity primary key,
    line_id    bigint      not null references run_device on delete cascade,
    state      text        not null,
    begun_at   timestamptz not null,
    ended_at   timestamptz,
    event      text,
    fact       text        not null default '',
    console    text        not null default ''
);
create index run_step_line on run_step (line_id, id);
