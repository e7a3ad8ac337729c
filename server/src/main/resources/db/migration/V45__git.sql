-- Where the history is kept as a Git repository, and pushed to; one row.
create table git_target (
    id           int         primary key default 1 check (id = 1),
    is_on        boolean     not null default false,
    address      text        not null default '' check (length(address) <= 500),
    account      text        not null default '' check (length(account) <= 100),
    -- A password or a private key.
    sealed       bytea,
    is_key       boolean     not null default false,
    host_key     text        not null default '' check (length(host_key) <= 100),
    -- What a server showed that is not known yet.
    seen_key     text        not null default '' check (length(seen_key) <= 100),
    head         bytea,
    written_at   timestamptz,
    tried_at     timestamptz,
    pushed_at    timestamptz,
    pushed_head  bytea,
    problem      text        not null default ''
);
insert into git_target (id) values (1);

-- Which commit tells of which revision. A revision that is thinned out stays in the repository.
create table git_commit (
    revision_id bigint      primary key,
    device_id   bigint      not null references device on delete cascade,
    kind        text        not null,
    at          timestamptz not null,
    hash        bytea       not null
);
create index git_commit_newest on git_commit (device_id, kind, at desc);
