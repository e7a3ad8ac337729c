-- How often a line was in hand when its process ended: it is not begun for ever.
alter table job_line add column broken int not null default 0;

-- What waits in the queue is JSON from now on; what was queued before could not be read any more.
delete from scheduled_tasks where task_name = 'job-line';
update job_line set state = 'STOPPED', outcome = 'STOPPED', ended_at = now() where state in ('WAITING', 'IN_HAND');
update job set ended_at = now() where ended_at is null;
