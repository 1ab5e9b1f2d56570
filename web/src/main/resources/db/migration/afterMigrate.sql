-- What the application's role may do, table by table: r reads, a adds, c changes (but for the columns named), t takes away. Nothing more: it owns no table, empties none, and switches
-- no trigger off. A table that is not named here stops the migration.
do $$
declare
    app text := '${application}';
    one record;
    missing text;
begin
    if app = current_user then
        raise exception 'the application needs a role of its own: “%” owns the tables', app;
    end if;
    if not exists (select from pg_roles where rolname = app) then
        raise exception 'there is no role “%” for the application', app;
    end if;
    execute format('revoke all on schema public from public, %I', app);
    execute format('grant usage on schema public to %I', app);
    execute format('revoke all on all tables in schema public from public, %I', app);
    execute format('revoke all on all functions in schema public from public, %I', app);
    execute format('grant usage, select on all sequences in schema public to %I', app);
    create temporary table allowed on commit drop as select * from (values
        -- written in a chain, by functions of the owner
        ('service_record', 'r', ''), ('record_head', 'r', ''), ('audit_entry', 'r', ''), ('audit_link', 'r', ''), ('audit_head', 'r', ''), ('signature', 'r', ''), ('review_start', 'r', ''), ('review_wait', 'r', ''), ('flyway_schema_history', 'r', ''),
        -- only ever added to
        ('job_entry', 'ra', ''), ('photo', 'ra', ''), ('valve_photo', 'ra', ''), ('bench_note_photo', 'ra', ''), ('joint_look', 'ra', ''), ('fail_study', 'ra', ''), ('proving_samples', 'ra', ''), ('kept_sheet', 'ra', ''), ('kept_drawing', 'ra', ''), ('type_version', 'ra', ''), ('type_in_force', 'ra', ''), ('stock_move', 'ra', ''), ('former_tag', 'ra', ''),
        ('grease_use', 'ra', ''), ('calibration', 'ra', ''), ('tool_use', 'ra', ''), ('reading', 'ra', ''), ('read_job', 'ra', ''), ('own_family', 'ra', ''), ('demo_site', 'ra', ''),
        ('record_change', 'rac', 'id valve_id job_number kind before_text after_text reason by_id at second_name'), ('old_seal', 'ra', ''), ('line_event', 'ra', ''), ('change_item', 'rat', ''),
        -- changed in what may change
        ('job', 'rac', 'id number valve_id title planned_by_id planned_at'), ('valve', 'rac', 'id'), ('account', 'rac', 'id username'), ('account_role', 'rat', ''),
        ('fitted_part', 'rac', 'id valve_id part article material lot fitted_on job_number'), ('handheld', 'rac', 'id account_id since'), ('kept_apart', 'rac', 'entry_id job_id step_id by_id done_at at what why'), ('recheck', 'rac', 'id valve_id job_number name'),
        ('change_request', 'rac', 'number valve_id study_id was becomes reason asked_by_id asked_at'), ('proving_run', 'rac', 'id valve_id job_number bench_name drive by_id started_at measures'),
        ('lot', 'rac', 'id item lot'), ('measuring_tool', 'rac', 'id number'), ('lot_file', 'rac', 'lot_id'), ('lead_time', 'rac', 'item'), ('grease_tin', 'rac', 'id'), ('area_rule', 'rac', 'area'),
        ('site_answer', 'ract', 'school'), ('site_tool', 'ract', ''), ('plant_air', 'rac', 'id'), ('plant_time', 'ract', 'id'), ('reading_rule', 'rac', 'id'), ('service_rule', 'rat', ''),
        ('line_use', 'ract', 'id'), ('line_drawing', 'rac', 'id area line'), ('bench_note', 'rac', 'id entry_id job_number operation at_step valve_id area line type_id family words by_id at'), ('own_type', 'rac', 'type_id'), ('type_withdrawn', 'ract', 'type_id'), ('test_bench', 'ract', 'id'), ('shutdown_window', 'ract', 'id'), ('cycle_count', 'rac', 'valve_id on_day'),
        -- no evidence: sessions, drafts, exercises
        ('login_attempt', 'ract', ''), ('api_token', 'ract', ''), ('spring_session', 'ract', ''), ('spring_session_attributes', 'ract', ''), ('long_work', 'ract', ''), ('import_draft', 'ract', ''), ('type_draft', 'ract', 'type_id'), ('list_match', 'ract', ''),
        ('practice_run', 'ract', ''), ('hands_run', 'ra', ''), ('hands_answer', 'ra', '')
    ) as t(of_table, may, fixed);
    select string_agg(tablename, ', ') into missing from pg_tables where schemaname = 'public' and tablename not in (select of_table from allowed);
    if missing is not null then
        raise exception 'it is not said what the application may do with: %', missing;
    end if;
    for one in select * from allowed loop
        if one.may like '%r%' then execute format('grant select on %I to %I', one.of_table, app); end if;
        if one.may like '%a%' then execute format('grant insert on %I to %I', one.of_table, app); end if;
        if one.may like '%t%' then execute format('grant delete on %I to %I', one.of_table, app); end if;
        if one.may like '%c%' then
            execute format('grant update (%s) on %I to %I', (select string_agg(quote_ident(attname), ', ') from pg_attribute
                           where attrelid = one.of_table::regclass and attnum > 0 and not attisdropped and attname <> all (string_to_array(one.fixed, ' '))), one.of_table, app);
        end if;
    end loop;
    execute format('grant execute on function begin_record(), add_record(int, varchar, text, boolean, text, char), note_try(text, text, text, text), add_signature(text, text, text, text, text, text), line_is_called(text, text, text, text) to %I', app);
    -- to verify: what the trail would say of a row
    execute format('grant execute on function audited(jsonb), audit_row(jsonb, text[]), audit_name(jsonb) to %I', app);
end $$;
