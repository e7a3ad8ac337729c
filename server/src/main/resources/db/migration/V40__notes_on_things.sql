-- A note on a site or a device goes with it: its place is then told from the middle of that.
alter table map_note
  add column pinned_kind text check (pinned_kind in ('SITE', 'DEVICE')),
  add column pinned_name text,
  add check ((pinned_kind is null) = (pinned_name is null));
