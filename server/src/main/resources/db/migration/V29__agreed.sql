-- What people have accepted as right for a device is a configuration of its own kind, with its own history.
alter table revision drop constraint revision_kind_check;
alter table revision add constraint revision_kind_check check (kind in ('RUNNING', 'SAVED', 'AGREED'));
alter table revision drop constraint revision_origin_check;
alter table revision add constraint revision_origin_check check (origin in ('FIRST_COPY', 'NOT_PLANNED', 'PLANNED'));
-- The change that brought it, if it was planned here.
alter table revision add column change_number bigint;

create table agreement (
    revision_id bigint      primary key references revision on delete cascade,
    how         text        not null check (how in ('PROPOSED', 'ADOPTED', 'CHANGED')),
    agreed_by   text        not null,
    agreed_at   timestamptz not null,
    note        text        not null default ''
);

create table drift (
    device_id bigint      primary key references device on delete cascade,
    since     timestamptz not null,
    added     int         not null,
    modified  int         not null,
    removed   int         not null,
    moved     int         not null,
    parts     text[]      not null
);

alter table device add column running_equals_agreed boolean;

-- Devices that are there already: what runs now is proposed, as a first copy would be.
insert into revision (device_id, kind, number, digest, settled_digest, origin, lines, added, modified, removed, moved,
                      first_copy_at, last_copy_at)
select r.device_id, 'AGREED', 1, r.digest, r.settled_digest, 'FIRST_COPY', r.lines, 0, 0, 0, 0, r.last_copy_at,
       r.last_copy_at
from revision r
where r.kind = 'RUNNING' and r.incomplete = ''
  and r.number = (select max(n.number) from revision n where n.device_id = r.device_id and n.kind = 'RUNNING');
insert into agreement (revision_id, how, agreed_by, agreed_at)
select id, 'PROPOSED', 'chaperone', last_copy_at from revision where kind = 'AGREED';
update device d set running_equals_agreed = true
where exists (select 1 from revision r where r.device_id = d.id and r.kind = 'AGREED');
update device_answer a set kind = 'YES', reason = 'running is what was agreed, and saved'
from device d
where d.id = a.device_id and a.question = 'MATCHED' and d.running_equals_agreed and d.incomplete = ''
  and d.saved_equals_running is not false;
