-- What people saw on the consoles of devices. It outlives the device.
create table console_recording (
    id        bigint generated always as identity primary key,
    device    text        not null,
    account   text        not null,
    logged_in_as text     not null,
    began_at  timestamptz not null,
    ended_at  timestamptz,
    bytes     bigint      not null default 0
);
create index console_recording_device on console_recording (device, began_at desc);

-- What the device said, in the order in which it came; passwords are not echoed and so are not here.
create table console_piece (
    recording_id bigint not null references console_recording on delete cascade,
    number       int    not null,
    at_millis    bigint not null,
    said         bytea  not null,
    primary key (recording_id, number)
);
