-- The database holds to what the application takes for granted: states and kinds there are, jobs that are there, JSON that is JSON, and tables that nobody empties.
-- Rows of before are looked at too; where one of them is otherwise, new rows are held to it all the same.
create function hold(statement text, of_table text, named text) returns void language plpgsql as $$
begin
    execute statement || ' not valid';
    begin
        execute format('alter table %I validate constraint %I', of_table, named);
    exception when check_violation or foreign_key_violation then
        raise warning '%: rows of before do not hold to %', of_table, named;
    end;
end $$;
-- 0 was no job
alter table recheck alter column job_number drop not null;
update recheck set job_number = null where job_number = 0;
do $$
declare
    one record;
begin
    for one in select * from (values
        ('account', 'units', 'METRIC US'),
        ('account_role', 'role', 'TECHNICIAN PLANNER PROCESS_OWNER REVIEWER ADMINISTRATOR'),
        ('valve', 'drive', 'NC NO DA MANUAL MOTOR FLOW'),
        ('valve', 'state', 'IN_SERVICE ON_BENCH OUT_OF_SERVICE'),
        ('valve', 'due_by', 'MONTHS CYCLES STERILISATIONS'),
        ('job', 'state', 'PLANNED RUNNING STOPPED CLOSED CANCELLED'),
        ('job', 'drive', 'NC NO DA MANUAL MOTOR FLOW'),
        ('job_entry', 'kind', 'REPORTED STARTED CANCELLED CONFIRMED FAILED_READING TAKEN_BACK PROBLEM FINDING ARRIVED OLD_SEAL CHECKED TAKEN_OVER CORRECTED CLOSE_UP STOPPED CLOSED'),
        ('record_change', 'kind', 'CORRECTED CONVERTED'),
        ('recheck', 'after_event', 'CLEANING STERILISATION'),
        ('line_event', 'kind', 'CLEANING STERILISATION'),
        ('joint_look', 'dimension', 'LENGTH TORQUE PRESSURE FORCE STIFFNESS ENERGY MASS TEMPERATURE TIME ANGLE VOLUME AREA FLOW'),
        ('reading', 'dimension', 'LENGTH TORQUE PRESSURE FORCE STIFFNESS ENERGY MASS TEMPERATURE TIME ANGLE VOLUME AREA FLOW'),
        ('fail_study', 'was', 'NC NO DA MANUAL MOTOR FLOW'),
        ('fail_study', 'wish', 'NC NO DA MANUAL MOTOR FLOW'),
        ('fail_study', 'verdict', 'WORKS ONLY_IF DOES_NOT'),
        ('change_request', 'was', 'NC NO DA MANUAL MOTOR FLOW'),
        ('change_request', 'becomes', 'NC NO DA MANUAL MOTOR FLOW'),
        ('change_request', 'state', 'ASKED STATED APPROVED IN_WORK PROVEN REFUSED WITHDRAWN'),
        ('change_item', 'item', 'CONTROL_LOGIC INTERLOCKS AIR_LINE SENSORS INDICATOR LABELS DRAWINGS'),
        ('proving_run', 'drive', 'NC NO DA MANUAL MOTOR FLOW'),
        ('proving_run', 'outcome', 'COMPLETE STUCK AIR_LOST HELD_ON BENCH_LOST NONSENSE STOPPED BROKEN_OFF UNRECORDED LEFT_UNDER_AIR'),
        ('proving_run', 'stands', 'GOOD LOOK FAILED'),
        ('stock_move', 'kind', 'RECEIVED TAKEN RETURNED SCRAPPED COUNTED'),
        ('measuring_tool', 'kind', 'TORQUE_WRENCH CALIPER GAUGE THERMOMETER'),
        ('import_draft', 'state', 'CHECKED RUNNING DONE FAILED'),
        ('practice_run', 'drive', 'NC NO DA MANUAL MOTOR FLOW'),
        ('practice_run', 'trap', 'NONE WRONG_RECORD HIDDEN_FAULT')
    ) as held(of_table, named, admits) loop
        perform hold(format('alter table %I add constraint %I check (%I = any (%L::text[]))', one.of_table, one.of_table || '_' || one.named || '_is_one', one.named, string_to_array(one.admits, ' ')),
                     one.of_table, one.of_table || '_' || one.named || '_is_one');
    end loop;
    for one in select unnest(array['fitted_part', 'recheck', 'record_change', 'old_seal', 'joint_look', 'change_request', 'proving_run', 'stock_move', 'grease_use', 'tool_use', 'service_record']) as of_table loop
        perform hold(format('alter table %I add constraint %I foreign key (job_number) references job (number)', one.of_table, one.of_table || '_job'), one.of_table, one.of_table || '_job');
    end loop;
    for one in select unnest(array['job_entry', 'photo', 'joint_look', 'fail_study', 'proving_samples', 'stock_move', 'grease_use', 'tool_use', 'calibration']) as of_table loop
        execute format('create trigger %I before truncate on %I for each statement execute function refuse_change()', one.of_table || '_kept', one.of_table);
    end loop;
    for one in select unnest(array['job', 'kept_sheet', 'fitted_part', 'audit_entry']) as of_table loop
        execute format('create trigger %I before truncate on %I for each statement execute function refuse_record_change()', one.of_table || '_kept', one.of_table);
    end loop;
end $$;
drop function hold(text, text, text);

create function options_in_json(line text) returns jsonb language sql immutable as
    $$ select coalesce(jsonb_object_agg(split_part(o, '=', 1), substr(o, strpos(o, '=') + 1)), '{}') from unnest(string_to_array(line, ';')) o where strpos(o, '=') > 0 $$;
alter table valve alter column options type jsonb using options_in_json(options);
alter table job alter column options type jsonb using options_in_json(options);
drop function options_in_json(text);
-- what records are sealed of, or what is evidence, keeps its text to the letter (json); the rest need not (jsonb)
alter table job alter column procedure_json type json using procedure_json::json, alter column carried_json type json using carried_json::json;
alter table fail_study alter column duty type json using duty::json, alter column answer type json using answer::json;
alter table shutdown_window alter column problem type json using problem::json, alter column plan type json using plan::json;
alter table proving_run alter column signature type jsonb using signature::jsonb, alter column proof type jsonb using proof::jsonb;
alter table shutdown_window alter column pins drop default;
alter table shutdown_window alter column setup type jsonb using setup::jsonb, alter column pins type jsonb using pins::jsonb;
alter table shutdown_window alter column pins set default '[]';
alter table practice_run alter column made drop default;
alter table practice_run alter column options type jsonb using options::jsonb, alter column made type jsonb using made::jsonb;
alter table practice_run alter column made set default '[]';
