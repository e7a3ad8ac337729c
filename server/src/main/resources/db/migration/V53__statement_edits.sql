-- Edits of one statement that is named by its path.
alter table change_edit drop constraint change_edit_kind_check;
alter table change_edit add constraint change_edit_kind_check
    check (kind in ('LINES', 'STATEMENT', 'TEMPLATE', 'PUT_BACK', 'RESTORE', 'UNDO', 'REPAIR'));
