-- Reusable text with fields, one text per platform.
create table template (
    id       bigint      generated always as identity primary key,
    name     text        not null unique,
    content  jsonb       not null,
    made_by  text        not null,
    made_at  timestamptz not null,
    version  bigint      not null default 0
);

alter table change_edit drop constraint change_edit_kind_check;
alter table change_edit add constraint change_edit_kind_check
    check (kind in ('LINES', 'TEMPLATE', 'PUT_BACK', 'RESTORE', 'UNDO', 'REPAIR'));
