-- An edit may alter how devices are reached and read. Earlier edits left that as it was.
alter table fleet_edit_device
  add column port_before int, add column port_after int,
  add column platform_before text, add column platform_after text,
  add column telnet_before boolean, add column telnet_after boolean;
update fleet_edit_device e
  set port_before = d.port, port_after = d.port, platform_before = d.platform, platform_after = d.platform,
    telnet_before = d.telnet_allowed, telnet_after = d.telnet_allowed
  from device d where d.id = e.device_id;
alter table fleet_edit_device
  alter column port_before set not null, alter column port_after set not null,
  alter column platform_before set not null, alter column platform_after set not null,
  alter column telnet_before set not null, alter column telnet_after set not null;
