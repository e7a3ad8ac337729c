-- Edits of many devices, with what each was before: so that they can be undone.
create table fleet_edit (
    id        bigint generated always as identity primary key,
    account   text        not null,
    edited_at timestamptz not null,
    words     text        not null,
    undone_by text,
    undone_at timestamptz
);
create table fleet_edit_device (
    edit_id   bigint not null references fleet_edit on delete cascade,
    device_id bigint not null references device on delete cascade,
    site_before bigint,
    site_after  bigint,
    role_before text not null,
    role_after  text not null,
    set_before  bigint not null,
    set_after   bigint not null,
    tags_before text[] not null,
    tags_after  text[] not null,
    primary key (edit_id, device_id)
);
