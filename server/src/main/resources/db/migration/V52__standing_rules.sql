-- What becomes of drift by itself; the first rule that means a device counts.
create table standing_rule (
    id            bigint generated always as identity primary key,
    name          text        not null unique check (name <> ''),
    place         int         not null,
    -- Which devices it is for; all of them if it is empty.
    query         text        not null,
    deed          text        not null check (deed in ('TELL', 'ADOPT', 'PUT_BACK')),
    delay_minutes int         not null check (delay_minutes between 0 and 10080),
    per_hour      int         not null check (per_hour between 1 and 1000),
    is_off        boolean     not null,
    made_by       text        not null,
    made_at       timestamptz not null,
    version       bigint      not null
);

-- What rules did. Each revision of a device is acted upon once, so that nothing goes round in a circle.
create table standing_act (
    id        bigint generated always as identity primary key,
    device_id bigint      not null references device on delete cascade,
    revision  int         not null,
    rule_name text        not null,
    deed      text        not null check (deed in ('ADOPT', 'PUT_BACK')),
    at        timestamptz not null,
    change_id bigint,
    -- Why it did not succeed; empty if it did, or was begun.
    failure   text        not null,
    unique (device_id, revision)
);
create index standing_act_rule on standing_act (rule_name, at);
