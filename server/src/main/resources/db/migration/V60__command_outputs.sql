-- What clauses in force have devices asked, and what they answered last.
create table command_output (
  device_id bigint not null references device on delete cascade,
  request text not null,
  lines text,
  refused text,
  taken_at timestamptz,
  primary key (device_id, request)
);
