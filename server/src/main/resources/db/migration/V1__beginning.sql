-- Times are instants. Names are unique without regard to case where people type them.

create table account (
    id            bigint generated always as identity primary key,
    name          text        not null check (length(name) between 1 and 40),
    full_name     text        not null,
    role          text        not null check (role in ('VIEWER', 'ENGINEER', 'APPROVER', 'ADMINISTRATOR')),
    password_hash text        not null,
    created_at    timestamptz not null
);
create unique index account_name on account (lower(name));

create table site (
    id   bigint generated always as identity primary key,
    code text not null unique check (length(code) between 1 and 40),
    name text not null check (length(name) between 1 and 80)
);
create unique index site_name on site (lower(name));

-- Passwords are sealed with AES-GCM; the key is not in the database.
create table credential_set (
    id         bigint generated always as identity primary key,
    name       text        not null check (length(name) between 1 and 60),
    note       text        not null,
    account    text        not null,
    password   bytea       not null,
    privileged bytea       not null,
    changed_at timestamptz not null,
    version    bigint      not null
);
create unique index credential_set_name on credential_set (lower(name));

-- Pinned at first contact, by address: a pin outlives the device's row.
create table host_key (
    host        text        not null,
    port        int         not null check (port between 1 and 65535),
    fingerprint text        not null,
    pinned_at   timestamptz not null,
    primary key (host, port)
);

create table device (
    id                  bigint generated always as identity primary key,
    name                text        not null unique,
    host                text        not null,
    port                int         not null check (port between 1 and 65535),
    platform            text        not null,
    site_id             bigint references site,
    role                text        not null,
    model               text        not null,
    serial              text        not null,
    release             text        not null,
    credential_set_id   bigint      not null references credential_set,
    added_at            timestamptz not null,
    last_tried_at       timestamptz,
    last_copy_at        timestamptz,
    last_failure        text,
    changed_at          timestamptz,
    saved_equals_running boolean,
    version             bigint      not null,
    unique (host, port)
);
create index device_site on device (site_id);
create index device_credential_set on device (credential_set_id);
create unique index device_serial on device (platform, serial) where serial <> '';

-- A text once, whoever has it; the key is the SHA-256 of its bytes.
create table content (
    digest bytea primary key check (length(digest) = 32),
    size   int   not null check (size >= 0),
    packed bytea not null
);

create table revision (
    id             bigint generated always as identity primary key,
    device_id      bigint      not null references device on delete cascade,
    kind           text        not null check (kind in ('RUNNING', 'SAVED')),
    number         int         not null check (number >= 1),
    digest         bytea       not null references content,
    settled_digest bytea       not null check (length(settled_digest) = 32),
    origin         text        not null check (origin in ('FIRST_COPY', 'NOT_PLANNED')),
    lines          int         not null,
    added          int         not null,
    modified       int         not null,
    removed        int         not null,
    first_copy_at  timestamptz not null,
    last_copy_at   timestamptz not null check (last_copy_at >= first_copy_at),
    unique (device_id, kind, number)
);
create index revision_digest on revision (digest);

create table copy (
    id          bigint generated always as identity primary key,
    device_id   bigint      not null references device on delete cascade,
    taken_at    timestamptz not null,
    running_id  bigint      not null references revision,
    saved_id    bigint references revision
);
create index copy_device on copy (device_id, taken_at desc);

create table job (
    id         bigint generated always as identity primary key,
    kind       text        not null check (kind in ('IMPORT', 'COPY')),
    title      text        not null,
    asked_by   text        not null,
    asked_at   timestamptz not null,
    started_at timestamptz not null,
    ended_at   timestamptz,
    stop_asked boolean     not null
);
create index job_asked on job (asked_at desc);

create table job_line (
    id                bigint generated always as identity primary key,
    job_id            bigint not null references job on delete cascade,
    number            int    not null,
    target            text   not null,
    host              text   not null,
    port              int    not null,
    site              text   not null,
    role              text   not null,
    device_id         bigint references device on delete set null,
    credential_set_id bigint references credential_set on delete set null,
    state             text   not null check (state in ('WAITING', 'IN_HAND', 'DONE', 'FAILED', 'STOPPED')),
    outcome           text   not null,
    seen              text   not null,
    attempts          int    not null,
    started_at        timestamptz,
    ended_at          timestamptz,
    unique (job_id, number)
);
create index job_line_state on job_line (job_id, state);
create index job_line_device on job_line (device_id);

-- Each look at a configuration with its secrets.
create table secret_look (
    id       bigint generated always as identity primary key,
    account  text        not null,
    device   text        not null,
    what     text        not null,
    looked_at timestamptz not null
);

-- db-scheduler keeps its tasks here; the columns are those that its documentation lists for PostgreSQL.
create table scheduled_tasks (
    task_name            text        not null,
    task_instance        text        not null,
    task_data            bytea,
    execution_time       timestamptz not null,
    picked               boolean     not null,
    picked_by            text,
    last_success         timestamptz,
    last_failure         timestamptz,
    consecutive_failures int,
    last_heartbeat       timestamptz,
    version              bigint      not null,
    priority             smallint,
    primary key (task_name, task_instance)
);
create index execution_time_idx on scheduled_tasks (execution_time);
create index last_heartbeat_idx on scheduled_tasks (last_heartbeat);
create index priority_execution_time_idx on scheduled_tasks (priority desc, execution_time asc);
