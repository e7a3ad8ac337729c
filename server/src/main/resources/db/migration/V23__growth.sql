-- What thinning out asks of copies, and what is asked of jobs that are not over.
create index copy_running on copy (running_id);
create index copy_saved on copy (saved_id) where saved_id is not null;
create index job_open on job (id) where ended_at is null;
create index job_ended on job (ended_at);
create index routine_run_job on routine_run (job_id) where job_id is not null;

-- How long is kept what only grows, in days; see Housekeeping.
create table housekeeping_rule (
    kind      text primary key,
    keep_days int not null check (keep_days between 1 and 36500)
);
insert into housekeeping_rule values
    ('JOBS', 90), ('DEVICE_EVENTS', 730), ('CREDENTIAL_USES', 400), ('RECORDINGS', 180), ('ROUTINE_RUNS', 400);

-- Which server process records it: when that one is gone, the recording has ended. Pieces are sealed from now on.
alter table console_recording add column server text not null default '';
alter table console_piece add column is_sealed boolean not null default false;
create index console_recording_open on console_recording (id) where ended_at is null;
create index console_recording_began on console_recording (began_at);
