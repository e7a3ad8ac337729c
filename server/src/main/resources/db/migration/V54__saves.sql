-- Devices are asked to save what they run.
alter table job drop constraint job_kind_check;
alter table job add constraint job_kind_check check (kind in ('IMPORT', 'COPY', 'SAVE', 'RANGE', 'TRY', 'PAST'));
