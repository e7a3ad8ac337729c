-- People's sessions, as Spring Session keeps them.
create table web_session (
    primary_id            char(36) primary key,
    session_id            char(36) not null unique,
    creation_time         bigint   not null,
    last_access_time      bigint   not null,
    max_inactive_interval int      not null,
    expiry_time           bigint   not null,
    principal_name        varchar(100)
);
create index web_session_expiry on web_session (expiry_time);
create index web_session_principal on web_session (principal_name);

create table web_session_attributes (
    session_primary_id char(36)     not null references web_session on delete cascade,
    attribute_name     varchar(200) not null,
    attribute_bytes    bytea        not null,
    primary key (session_primary_id, attribute_name)
);
