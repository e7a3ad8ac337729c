-- What came of a line before its last try: with which credential set, and how it ended.
create table job_line_try (
  id bigint generated always as identity primary key,
  job_line_id bigint not null references job_line on delete cascade,
  credential_set_id bigint,
  outcome text not null,
  seen text not null,
  ended_at timestamptz not null
);
create index job_line_try_line on job_line_try (job_line_id);
