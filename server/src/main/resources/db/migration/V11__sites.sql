-- Sites within sites.
alter table site add column parent_id bigint references site;
create index site_parent on site (parent_id);
