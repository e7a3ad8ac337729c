-- Every platform text that somebody saved; the newest of a name is in force. An empty one means: as it was shipped, or
-- gone if it never was shipped.
create table platform_text (
    id       bigint generated always as identity primary key,
    name     text        not null check (length(name) between 1 and 40),
    number   int         not null check (number >= 1),
    yaml     text        not null check (length(yaml) <= 262144),
    saved_by text        not null,
    saved_at timestamptz not null,
    unique (name, number)
);

-- Telnet sends passwords in the clear: it is used only where somebody has said so.
alter table device add column telnet_allowed boolean not null default false;
alter table job_line add column telnet_allowed boolean not null default false;
alter table job_line add column platform text;
create index device_platform on device (platform);
