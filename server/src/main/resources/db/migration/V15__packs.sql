-- Contents in packs: the newest of a pack whole, each older one as its difference from the next newer.
create table content_pack (
    id          bigint generated always as identity primary key,
    contents    int    not null check (contents >= 1),
    newest_size int    not null check (newest_size >= 0),
    packed      bytea  not null,
    digest      bytea
);
-- Compressed already.
alter table content_pack alter column packed set storage external;

-- A pack of one content is what a content was until now.
insert into content_pack (contents, newest_size, packed, digest) select 1, size, packed, digest from content;
alter table content add column pack_id bigint references content_pack;
alter table content add column position int not null default 0 check (position >= 0);
alter table content add column damage text not null default '';
update content c set pack_id = p.id from content_pack p where p.digest = c.digest;
alter table content alter column pack_id set not null;
alter table content drop column packed;
alter table content_pack drop column digest;
create unique index content_place on content (pack_id, position);

-- Each time that all contents were read and their digests checked.
create table integrity_pass (
    id         bigint generated always as identity primary key,
    asked_by   text        not null,
    started_at timestamptz not null,
    ended_at   timestamptz,
    contents   bigint      not null default 0,
    damaged    bigint      not null default 0
);

alter table revision add column moved int not null default 0;

-- What people wrote to revisions.
create table revision_mark (
    id          bigint generated always as identity primary key,
    revision_id bigint      not null references revision on delete cascade,
    kind        text        not null check (kind in ('LABEL', 'NOTE')),
    text        text        not null check (length(text) between 1 and 2000),
    made_by     text        not null,
    made_at     timestamptz not null
);
create index revision_mark_revision on revision_mark (revision_id);
create unique index revision_label on revision_mark (revision_id, text) where kind = 'LABEL';

-- How long revisions are kept; one row. They go only when they are older and more than this.
create table retention_rule (
    id           int     primary key check (id = 1),
    keep_count   int     not null check (keep_count between 1 and 100000),
    keep_days    int     not null check (keep_days between 1 and 36500),
    is_on        boolean not null,
    version      bigint  not null default 0
);
insert into retention_rule (id, keep_count, keep_days, is_on) values (1, 200, 730, false);

-- How often tables are read.
alter table reading_plan add column tables_every_minutes int not null default 60
    check (tables_every_minutes between 5 and 10080);
