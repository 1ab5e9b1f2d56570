-- A valve moves, is retired, comes back or is taken out for good: changes of the record that no job made.
do $$
declare
    one record;
begin
    for one in select * from (values
        ('valve', 'state', 'IN_SERVICE ON_BENCH OUT_OF_SERVICE RETIRED DECOMMISSIONED'),
        ('record_change', 'kind', 'CORRECTED CONVERTED MOVED RETIRED BROUGHT_BACK DECOMMISSIONED')
    ) as held(of_table, named, admits) loop
        execute format('alter table %I drop constraint %I', one.of_table, one.of_table || '_' || one.named || '_is_one');
        execute format('alter table %I add constraint %I check (%I = any (%L::text[])) not valid', one.of_table, one.of_table || '_' || one.named || '_is_one', one.named, string_to_array(one.admits, ' '));
        begin
            execute format('alter table %I validate constraint %I', one.of_table, one.of_table || '_' || one.named || '_is_one');
        exception when check_violation then
            raise warning '%: rows of before do not hold to %', one.of_table, one.named;
        end;
    end loop;
end $$;
alter table record_change alter column job_number drop not null;
