-- What people and programs did. Each entry carries the hash of the one before, so that none can be altered, taken out or
-- put in between unnoticed; the database refuses to alter them at all.
create table audit_entry (
    number       bigint primary key check (number >= 1),
    at           timestamptz not null,
    who          text        not null check (length(who) <= 40),
    token        text        not null check (length(token) <= 60),
    from_address text        not null check (length(from_address) <= 60),
    act          text        not null check (length(act) <= 100),
    object       text        not null check (length(object) <= 300),
    detail       text        not null check (length(detail) <= 2000),
    outcome      text        not null check (outcome in ('DONE', 'REFUSED', 'FAILED')),
    digest       bytea       not null check (length(digest) = 32)
);
create index audit_entry_at on audit_entry (at);
create index audit_entry_who on audit_entry (who, number desc);

create function refuse_to_alter_audit() returns trigger language plpgsql as $$
begin
    raise exception 'the audit log only grows';
end $$;
create trigger audit_entry_only_grows before update or delete on audit_entry
    for each row execute function refuse_to_alter_audit();
create trigger audit_entry_stays before truncate on audit_entry
    for each statement execute function refuse_to_alter_audit();

-- Looks at secrets stand in the audit log from now on.
drop table secret_look;

alter table account add column locked boolean not null default false;
alter table account add column version bigint not null default 0;

-- Only the hash of a token is kept; it is random, so a plain SHA-256 is enough (no guessing to be slowed down).
create table api_token (
    id           bigint generated always as identity primary key,
    account_id   bigint      not null references account on delete cascade,
    name         text        not null check (length(name) between 1 and 60),
    scope        text        not null check (scope in ('VIEWER', 'ENGINEER', 'APPROVER', 'ADMINISTRATOR')),
    hash         bytea       not null unique check (length(hash) = 32),
    created_at   timestamptz not null,
    ends_at      timestamptz not null,
    ended_at     timestamptz,
    last_used_at timestamptz
);
create index api_token_account on api_token (account_id);
