-- Answers to requests that may be sent once more under the same key, by whoever does not know whether the first one arrived.
create table repeated_request (
    account      text        not null,
    key          text        not null,
    -- Of the request: under one key there is one.
    fingerprint  bytea       not null,
    at           timestamptz not null,
    -- Absent until it is answered.
    status       int,
    content_type text        not null default '',
    body         bytea       not null default '',
    primary key (account, key)
);
create index repeated_request_at on repeated_request (at);
