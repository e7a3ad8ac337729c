-- Configurations of the past that people brought in from files. They stand before what Chaperone copied itself: their
-- numbers count down from -1, so that no number means another revision than before.
alter table revision drop constraint revision_number_check;
alter table revision drop constraint revision_origin_check;
alter table revision add constraint revision_origin_check
    check (origin in ('FIRST_COPY', 'NOT_PLANNED', 'PLANNED', 'BROUGHT_IN'));
alter table revision add constraint revision_number_check check (number > 0 or number < 0 and origin = 'BROUGHT_IN');

-- Whether it altered what stood before it: not so of the first that is known.
alter table revision add column follows boolean not null default true;
update revision set follows = false where number = 1;
drop index revision_first_copy;
create index revision_first_copy on revision (first_copy_at desc) where follows and kind <> 'AGREED';

create table past_upload (
    id         bigint generated always as identity primary key,
    name       text        not null,
    brought_by text        not null,
    brought_at timestamptz not null,
    job_id     bigint references job on delete set null
);
create index past_upload_job on past_upload (job_id);

-- What is to be brought in still, and goes when it is.
create table past_file (
    id        bigint generated always as identity primary key,
    upload_id bigint      not null references past_upload on delete cascade,
    device_id bigint      not null references device on delete cascade,
    kind      text        not null check (kind in ('RUNNING', 'SAVED')),
    at        timestamptz not null,
    path      text        not null,
    author    text        not null,
    deflated  bytea       not null
);
create index past_file_device on past_file (device_id, upload_id, at desc);
create index past_file_upload on past_file (upload_id);

-- The newest file that a revision was brought in from.
create table revision_source (
    revision_id bigint primary key references revision on delete cascade,
    upload_id   bigint not null references past_upload,
    path        text   not null,
    author      text   not null
);
create index revision_source_upload on revision_source (upload_id);

alter table job drop constraint job_kind_check;
alter table job add constraint job_kind_check check (kind in ('IMPORT', 'COPY', 'RANGE', 'TRY', 'PAST'));
