-- A device that was not seen for longer than its plan allows: no clause is known to hold there.
alter table reading_plan add column judged_within_hours int not null default 50
    check (judged_within_hours between 1 and 8760);
alter table judging add column is_stale boolean not null default false;
create index judging_stale on judging (device_id) where is_stale;
