-- Words that people give to devices, to find them again.
create table device_tag (
    device_id bigint not null references device on delete cascade,
    tag       text   not null check (length(tag) between 1 and 40),
    primary key (device_id, tag)
);
create index device_tag_tag on device_tag (lower(tag));
