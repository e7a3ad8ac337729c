-- What people work on together.
create table work_case (
    id        bigint      generated always as identity primary key,
    title     text        not null check (length(title) between 1 and 120),
    state     text        not null check (state in ('OPEN', 'SETTLED')),
    due_on    date,
    made_by   text        not null,
    made_at   timestamptz not null,
    ended_by  text,
    ended_at  timestamptz,
    version   bigint      not null default 0
);
create index work_case_open on work_case (id) where state = 'OPEN';

create table case_person (
    case_id bigint not null references work_case on delete cascade,
    account text   not null,
    primary key (case_id, account)
);
create index case_person_account on case_person (account);

-- What it is about. A finding is a clause on a device: it stays in the case when it ends.
create table case_item (
    id          bigint      generated always as identity primary key,
    case_id     bigint      not null references work_case on delete cascade,
    kind        text        not null check (kind in ('FINDING', 'DRIFT', 'CHANGE', 'DEVICE')),
    device_id   bigint      references device on delete cascade,
    standard_id bigint      references standard on delete cascade,
    tag         text,
    change_id   bigint      references change on delete cascade,
    added_by    text        not null,
    added_at    timestamptz not null,
    check ((kind = 'CHANGE') = (change_id is not null)),
    check ((kind <> 'CHANGE') = (device_id is not null)),
    check ((kind = 'FINDING') = (standard_id is not null and tag is not null)),
    unique nulls not distinct (case_id, kind, device_id, standard_id, tag, change_id)
);
create index case_item_device on case_item (device_id);
create index case_item_change on case_item (change_id);
create index case_item_standard on case_item (standard_id);

create table case_message (
    id      bigint      generated always as identity primary key,
    case_id bigint      not null references work_case on delete cascade,
    text    text        not null check (length(text) between 1 and 4000),
    made_by text        not null,
    made_at timestamptz not null
);
create index case_message_of on case_message (case_id, id);
create index case_message_made on case_message (made_at desc);
