-- An actuator that was turned over keeps its spring. Valves whose fail position was changed by a job here have that of the build they were before.
update valve v set options = (v.options::jsonb || jsonb_build_object('spring', first.drive))
from (select distinct on (valve_id) valve_id, drive from job order by valve_id, number) first
where first.valve_id = v.id and first.drive <> v.drive and first.drive in ('NC', 'NO') and v.drive in ('NC', 'NO')
  and exists (select 1 from job j where j.valve_id = v.id and j.state = 'CLOSED' and j.drive <> v.drive);
