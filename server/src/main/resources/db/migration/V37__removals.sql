-- What was removed and can be put back for a while: its rows as they were, in the order in which they have to be put in.
create table removal (
    id         bigint      generated always as identity primary key,
    kind       text        not null,
    name       text        not null,
    removed_by text        not null,
    removed_at timestamptz not null,
    keys       jsonb       not null,
    undone_by  text,
    undone_at  timestamptz
);
create index removal_newest on removal (removed_at desc);
create table removal_rows (
    removal_id bigint not null references removal on delete cascade,
    position   int    not null,
    table_name text   not null,
    rows       jsonb  not null,
    primary key (removal_id, position)
);
-- Contents that these rows point to: they stay as long.
create table removal_content (
    removal_id bigint not null references removal on delete cascade,
    digest     bytea  not null references content,
    primary key (removal_id, digest)
);
create index removal_content_digest on removal_content (digest);
insert into housekeeping_rule values ('REMOVALS', 30);
