-- Certificates (PEM) of those who sign certificates of devices, one after the other.
alter table call_rule add column authorities text not null default '' check (length(authorities) <= 200000);
