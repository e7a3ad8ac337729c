create extension if not exists pg_trgm;

-- What each device runs, as all may see it: its secrets are masked before they come here, so that nobody can look for one.
create table config_text (
    device_id   bigint primary key references device on delete cascade,
    revision_id bigint not null references revision on delete cascade,
    -- Of the platform's text by which it was masked: after another one it counts no more, and is written anew.
    masks       text   not null,
    shown       text   not null
);
create index config_text_revision on config_text (revision_id);
create index config_text_letters on config_text using gin (lower(shown) gin_trgm_ops);

-- What was done to the revision before, statement by statement, masked likewise; the first few hundred.
create table revision_edit (
    revision_id bigint not null references revision on delete cascade,
    place       int    not null,
    kind        text   not null check (kind in ('ADDED', 'REMOVED', 'MODIFIED', 'MOVED')),
    path        text   not null,
    before      text   not null,
    after       text   not null,
    masks       text   not null,
    primary key (revision_id, place)
);
create index revision_edit_letters on revision_edit using gin (lower(before || chr(10) || after) gin_trgm_ops);
