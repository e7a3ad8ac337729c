-- How far an image has come to a device, while it is copied and afterwards.
alter table rollout_device
    add copied    bigint not null default 0,
    add copy_rate bigint not null default 0;
