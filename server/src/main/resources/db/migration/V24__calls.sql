-- Where the product may call, and at which ports besides those that platforms are usually reached at. Nothing until an
-- administrator says so.
create table call_rule (
    id     int  primary key check (id = 1),
    ranges text not null check (length(ranges) <= 20000),
    ports  text not null check (length(ports) <= 1000)
);
insert into call_rule values (1, '', '');

-- Where a credential set may be used: ranges of addresses, one a line, and sites if it is for some only. One without
-- ranges is used nowhere.
alter table credential_set add column ranges text not null default '' check (length(ranges) <= 20000);
alter table credential_set add column sites text not null default '' check (length(sites) <= 20000);
