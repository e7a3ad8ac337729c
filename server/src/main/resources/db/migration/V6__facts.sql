-- What devices tell of themselves at every contact, and each change of it.
alter table device
    add column mac_base text not null default '',
    add column install_mode text not null default '',
    add column storage_total bigint,
    add column storage_free bigint,
    add column started_at timestamptz,
    -- Of all facts that stay the same from one contact to the next: equal means that nothing has to be compared.
    add column facts_digest text not null default '',
    -- What the platform's quick check gave when the last copy was taken.
    add column change_mark text not null default '',
    -- When it was last seen to be as the last copy has it: by a copy or a quick check.
    add column checked_at timestamptz,
    -- Why the newest copy may be only a part; empty if it is whole.
    add column incomplete text not null default '';
update device set checked_at = last_copy_at;
create index device_checked on device (checked_at);

create table device_module (
    device_id bigint not null references device on delete cascade,
    slot      text   not null check (length(slot) <= 40),
    name      text   not null check (length(name) <= 100),
    serial    text   not null check (length(serial) <= 100),
    primary key (device_id, slot)
);

create table device_event (
    id        bigint generated always as identity primary key,
    device_id bigint      not null references device on delete cascade,
    at        timestamptz not null,
    kind      text        not null check (length(kind) <= 40),
    object    text        not null,
    before    text        not null,
    after     text        not null
);
create index device_event_device on device_event (device_id, id desc);
create index device_event_at on device_event (at);

-- Why a revision may be only a part of what the device has; empty if it is whole.
alter table revision add column incomplete text not null default '';
