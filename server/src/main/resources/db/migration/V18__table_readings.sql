-- What each table of a device showed, and how long: a reading equal to the one before it only lets that one last longer.
create table table_reading (
    id            bigint generated always as identity primary key,
    device_id     bigint      not null references device on delete cascade,
    kind          text        not null check (kind in ('ROUTES', 'ARP', 'MACS', 'NEIGHBOURS')),
    number        int         not null check (number >= 1),
    digest        bytea       not null references content,
    row_count     int         not null check (row_count >= 0),
    added         int         not null default 0,
    removed       int         not null default 0,
    altered       int         not null default 0,
    first_read_at timestamptz not null,
    last_read_at  timestamptz not null,
    unique (device_id, kind, number)
);
create index table_reading_content on table_reading (digest);
