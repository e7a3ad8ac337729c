-- Words that people give to devices, to find them again.
create table device_tag (
    device_id bigint not null references device on delete cascade,
    tag       text   not null check (length(tag) between 1 and 40),
    primary key (device_id, tag)
);
create index device_tag_tag on device_tag (lower(tag));

-- A query with a name. What it means is worked out each time it is used.
create table device_group (
    id       bigint generated always as identity primary key,
    name     text        not null check (length(name) between 1 and 60),
    note     text        not null,
    query    text        not null,
    saved_by text        not null,
    saved_at timestamptz not null
);
create unique index device_group_name on device_group (lower(name));
