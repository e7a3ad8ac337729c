-- A credential set holds a log-in for each protocol, or one for several.
create table credential_log_in (
  credential_set_id bigint not null references credential_set on delete cascade,
  place integer not null,
  protocols text not null,
  account text not null,
  password bytea not null,
  private_key bytea not null,
  public_key text not null default '',
  primary key (credential_set_id, place)
);

insert into credential_log_in (credential_set_id, place, protocols, account, password, private_key)
select id, 0, 'SSH NETCONF HTTPS TELNET', account, password, '' from credential_set;

alter table credential_set drop column account;
alter table credential_set drop column password;
alter table credential_set add column files text not null default 'PLATFORM';
-- Where devices find this server; empty for the address from which it is seen to come.
alter table credential_set add column server_address text not null default '';
