-- Looking through ranges, several credential sets tried in order, and what a line found.
alter table job drop constraint job_kind_check;
alter table job add constraint job_kind_check check (kind in ('IMPORT', 'COPY', 'RANGE', 'TRY'));
alter table job_line
    add column tags text not null default '',
    add column further_sets text not null default '',
    add column found text not null default '';

-- What people said that headers of foreign lists mean; an empty meaning is: pass over.
create table import_heading (
    heading text primary key check (length(heading) between 1 and 100),
    meaning text not null check (length(meaning) <= 20)
);
create index host_key_fingerprint on host_key (fingerprint);
