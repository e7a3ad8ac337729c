-- Lines of a large job are stored in batches: their numbers are fetched a hundred at a time.
alter table job_line alter column id drop identity;
create sequence job_line_seq increment by 100;
select setval('job_line_seq', coalesce(max(id), 0) + 101) from job_line;

-- A line changes twice, a device and its newest revisions with every copy. Where no index has the column that changes
-- and the page has room, PostgreSQL need not touch the indexes at all. A job's lines are found by (job_id, number).
drop index job_line_state;
alter table job_line set (fillfactor = 60);
alter table device set (fillfactor = 70);
alter table revision set (fillfactor = 85);
