-- How often passwords were tried, over all server processes; see LogInBrake. Keys are made by the server, the longest
-- holds an account and an IPv6 address.
create table log_in_brake (
    key      text primary key check (length(key) <= 120),
    failures int         not null check (failures >= 0),
    last_at  timestamptz not null
);
create index log_in_brake_last on log_in_brake (last_at);

-- From where accounts log in: strangers who guess cannot lock out who comes from there.
create table log_in_place (
    account text        not null check (length(account) <= 40),
    address text        not null check (length(address) <= 60),
    last_at timestamptz not null,
    primary key (account, address)
);

-- What reaches out of the database has an entry before it begins.
alter table audit_entry drop constraint audit_entry_outcome_check;
alter table audit_entry add constraint audit_entry_outcome_check
    check (outcome in ('BEGUN', 'DONE', 'REFUSED', 'FAILED'));
