-- How often devices are looked at between copies. Groups in their order, each device by the first that has it; the plan
-- without a group is for all others and comes last.
create table reading_plan (
    id               bigint generated always as identity primary key,
    position         int     not null unique check (position >= 0),
    group_id         bigint unique references device_group on delete cascade,
    every_minutes    int     not null check (every_minutes between 1 and 10080),
    full_after_hours int     not null check (full_after_hours between 1 and 720),
    is_on            boolean not null,
    version          bigint  not null default 0
);
insert into reading_plan (position, group_id, every_minutes, full_after_hours, is_on) values (1000000, null, 5, 24, true);
create index device_tried on device (last_tried_at);

-- Every use of a credential set: which device was logged in to with it, by the day (UTC).
create table credential_use (
    credential_set_id bigint      not null references credential_set on delete cascade,
    host              text        not null,
    port              int         not null,
    day               date        not null,
    uses              bigint      not null check (uses > 0),
    last_at           timestamptz not null,
    primary key (credential_set_id, host, port, day)
);
create index credential_use_day on credential_use (day);
