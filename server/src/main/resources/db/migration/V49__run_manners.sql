-- How a run goes over its devices: all or none, so many at once, in which order, stopped after how many failures.
alter table change add column all_or_none boolean not null default true;
alter table change add column at_once int not null default 0 check (at_once >= 0);
alter table change add column stop_after int not null default 1 check (stop_after >= 1);
alter table change add column device_order text[] not null default '{}';
alter table change_run add column all_or_none boolean not null default true;
alter table change_run add column at_once int not null default 0 check (at_once >= 0);
alter table change_run add column stop_after int not null default 1 check (stop_after >= 1);

-- What is decided on each device; the same on all of them where it is all or none.
alter table run_device add column decision text not null default 'OPEN' check (decision in ('OPEN', 'KEEP', 'BACK'));
update run_device l set decision = r.decision from change_run r where r.id = l.run_id;
