-- What is being written, and what devices are judged by: a clause is known by its tag.
create table standard (
    id           bigint      generated always as identity primary key,
    name         text        not null unique,
    draft        jsonb       not null,
    published    jsonb,
    made_by      text        not null,
    made_at      timestamptz not null,
    published_by text,
    published_at timestamptz,
    version      bigint      not null default 0
);

-- A clause that a device does not keep to, or of which it is not known.
create table finding (
    id          bigint      generated always as identity primary key,
    device_id   bigint      not null references device on delete cascade,
    standard_id bigint      not null references standard on delete cascade,
    tag         text        not null,
    kind        text        not null check (kind in ('FAIL', 'NOT_KNOWN')),
    binding     text        not null check (binding in ('ADVISE', 'WARN', 'REFUSE')),
    since       timestamptz not null,
    revision    int         not null,
    evidence    jsonb       not null,
    unique (device_id, standard_id, tag)
);
create index finding_standard on finding (standard_id, tag);

alter table change_edit drop constraint change_edit_kind_check;
alter table change_edit add constraint change_edit_kind_check
    check (kind in ('LINES', 'PUT_BACK', 'RESTORE', 'UNDO', 'REPAIR'));
