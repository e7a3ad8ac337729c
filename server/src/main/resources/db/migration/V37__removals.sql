-- What was removed and can be put back for a while: its rows as they were, in the order in which they have to be put in.
create table removal (
    id         bigint      generated always as identity primary key,
    kind       text        not null,
    name       text        not null,
    removed_by text        not null,
    removed_at timestamptz not null,
    keys       jsonb       not null,
    content    jsonb       not null,
    undone_by  text,
    undone_at  timestamptz
);
create index removal_newest on removal (removed_at desc);
insert into housekeeping_rule values ('REMOVALS', 30);
