create table rollout (
    id          bigint      generated always as identity primary key,
    title       text        not null default '',
    state       text        not null
        check (state in ('PLANNED', 'APPROVED', 'RUNNING', 'STOPPED', 'DONE', 'DROPPED')),
    made_by     text        not null,
    made_at     timestamptz not null,
    approved_by text,
    approved_at timestamptz,
    -- Somebody wants no further wave to begin.
    paused_by   text,
    ended_at    timestamptz,
    version     bigint      not null default 0
);

create table rollout_device (
    id             bigint      generated always as identity primary key,
    rollout_id     bigint      not null references rollout on delete cascade,
    device_id      bigint      not null references device on delete cascade,
    wave           int         not null,
    position       int         not null,
    -- What it is, for the record; the file itself may be removed once the rollout has ended.
    image_id       bigint references image on delete set null,
    image_name     text        not null,
    image_size     bigint      not null,
    release        text        not null,
    state          text        not null,
    fact           text        not null default '',
    release_before text        not null default '',
    -- The revision of its running configuration, and its neighbours, right before it was restarted.
    base_revision  int,
    neighbours     jsonb       not null default '[]',
    switched_at    timestamptz,
    -- How often it was told to restart since somebody last decided.
    attempts       int         not null default 0,
    -- Until it is settled, or the rollout ends: no other rollout may have it meanwhile.
    in_hand        boolean     not null default true,
    version        bigint      not null default 0,
    unique (rollout_id, device_id)
);
create unique index rollout_device_in_hand on rollout_device (device_id) where in_hand;
create index rollout_device_rollout on rollout_device (rollout_id, wave, position);

create table rollout_step (
    id        bigint      generated always as identity primary key,
    line_id   bigint      not null references rollout_device on delete cascade,
    state     text        not null,
    begun_at  timestamptz not null,
    ended_at  timestamptz,
    event     text,
    fact      text        not null default '',
    console   text        not null default ''
);
create index rollout_step_line on rollout_step (line_id, id);
