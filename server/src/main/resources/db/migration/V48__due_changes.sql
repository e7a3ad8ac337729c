-- When an approved change runs by itself, who asked for that, and why it did not.
alter table change add column due_at timestamptz;
alter table change add column due_by text;
alter table change add column not_run text not null default '';
create index change_due on change (due_at) where due_at is not null;
