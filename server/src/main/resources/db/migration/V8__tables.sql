-- The newest reading of each table of each device: rows one below the other, their cells with tabs between.
create table device_table (
    device_id bigint      not null references device on delete cascade,
    kind      text        not null check (kind in ('ROUTES', 'ARP', 'MACS', 'NEIGHBOURS')),
    read_at   timestamptz not null,
    row_count int         not null check (row_count >= 0),
    rows      text        not null,
    primary key (device_id, kind)
);

-- Where people have put things on the map, and what they pinned to it.
create table map_place (
    kind text             not null check (kind in ('SITE', 'DEVICE')),
    name text             not null,
    x    double precision not null,
    y    double precision not null,
    primary key (kind, name)
);
create table map_note (
    id         bigint generated always as identity primary key,
    site       text        not null,
    x          double precision not null,
    y          double precision not null,
    text       text        not null check (length(text) between 1 and 1000),
    written_by text        not null,
    written_at timestamptz not null
);
create table map_note_seen (
    note_id bigint not null references map_note on delete cascade,
    account text   not null,
    primary key (note_id, account)
);

-- Two devices that back each other up. Proposed ones wait for somebody's word.
create table device_pair (
    id         bigint generated always as identity primary key,
    first_id   bigint      not null unique references device on delete cascade,
    second_id  bigint      not null unique references device on delete cascade,
    decided_by text        not null,
    decided_at timestamptz not null,
    check (first_id <> second_id)
);
-- A pair that somebody said is none: it is not proposed again.
create table device_no_pair (
    first_id  bigint not null references device on delete cascade,
    second_id bigint not null references device on delete cascade,
    primary key (first_id, second_id),
    check (first_id < second_id)
);
