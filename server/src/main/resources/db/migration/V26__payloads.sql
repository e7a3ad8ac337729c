-- What a line of a job needs beyond its address is its handler's business: one payload in place of columns for imports.
alter table job_line add column payload text not null default '';
update job_line l set payload = json_build_object(
    'platform', l.platform,
    'telnetAllowed', l.telnet_allowed,
    'tags', array_to_json(array_remove(string_to_array(l.tags, ';'), '')),
    'furtherSets', array_to_json(array_remove(string_to_array(l.further_sets, ';'), '')::bigint[]))::text
from job j where j.id = l.job_id and j.kind in ('IMPORT', 'RANGE');
alter table job_line alter column payload drop default;
alter table job_line drop column platform, drop column telnet_allowed, drop column tags, drop column further_sets;
