-- Records of ended jobs: what happened, in canonical JSON, each with the hash of the one before it. Only ever added to.
create table service_record (
    seq        bigint      primary key,
    job_number int         not null,
    kind       varchar(20) not null,
    content    text        not null,
    hash       char(64)    not null unique,
    at         timestamptz not null
);
create index service_record_job on service_record (job_number, seq);
create index job_valve on job (valve_id, number);
create index valve_tag on valve (lower(tag) text_pattern_ops);
-- the end of the chain; locked while a record is added, so that records follow each other one by one
create table record_head (
    id   int      primary key check (id = 1),
    seq  bigint   not null,
    hash char(64) not null
);
insert into record_head values (1, 0, repeat('0', 64));
create function refuse_record_change() returns trigger language plpgsql as
    $$ begin raise exception 'records are never changed: write a correction' using errcode = 'restrict_violation'; end $$;
create trigger service_record_unchanging before update or delete on service_record for each row execute function refuse_record_change();
create trigger service_record_kept before truncate on service_record for each statement execute function refuse_record_change();

-- an ended job is evidence, with everything that belongs to it
create trigger job_ended_unchanging before update or delete on job for each row when (old.state in ('CLOSED', 'STOPPED', 'CANCELLED')) execute function refuse_record_change();
create function refuse_late_entry() returns trigger language plpgsql as $$
begin
    if exists (select 1 from job where id = new.job_id and state in ('CLOSED', 'STOPPED', 'CANCELLED')) then
        raise exception 'the job has ended: write a correction' using errcode = 'restrict_violation';
    end if;
    return new;
end $$;
create trigger job_entry_in_time before insert on job_entry for each row execute function refuse_late_entry();
create trigger kept_sheet_unchanging before update or delete on kept_sheet for each row execute function refuse_record_change();
-- a fitted part can only come out again
create function refuse_refit() returns trigger language plpgsql as $$
begin
    if tg_op = 'DELETE' or to_jsonb(new) - 'removed_on' <> to_jsonb(old) - 'removed_on' or old.removed_on is not null and new.removed_on is distinct from old.removed_on then
        raise exception 'what was fitted is never changed' using errcode = 'restrict_violation';
    end if;
    return new;
end $$;
create trigger fitted_part_unchanging before update or delete on fitted_part for each row execute function refuse_refit();

-- Who did what when, with old and new values: written by the database itself, whatever changes a row.
create table audit_entry (
    id         bigint generated always as identity primary key,
    at         timestamptz not null default clock_timestamp(),
    by_name    varchar(60) not null,
    table_name varchar(60) not null,
    action     varchar(10) not null,
    row_key    varchar(200) not null,
    old_values jsonb,
    new_values jsonb
);
create index audit_entry_at on audit_entry (at desc);
create trigger audit_entry_unchanging before update or delete on audit_entry for each row execute function refuse_record_change();
create function write_audit() returns trigger language plpgsql as $$
declare
    hidden constant text[] := array['password_hash', 'procedure_json', 'carried_json', 'version', 'certificate', 'hash', 'anatomy_digest', 'type_digest', 'calendar_hash'];
    was jsonb := case when tg_op = 'INSERT' then null else to_jsonb(old) - hidden end;
    becomes jsonb := case when tg_op = 'DELETE' then null else to_jsonb(new) - hidden end;
    named jsonb := coalesce(becomes, was);
begin
    if tg_op = 'UPDATE' then
        -- only what differs
        was := (select jsonb_object_agg(key, value) from jsonb_each(was) where value is distinct from becomes -> key);
        becomes := (select jsonb_object_agg(key, value) from jsonb_each(becomes) where value is distinct from (to_jsonb(old) -> key));
        if was is null and becomes is null then
            return null;
        end if;
    end if;
    insert into audit_entry (by_name, table_name, action, row_key, old_values, new_values)
    values (coalesce(nullif(current_setting('wartung.by', true), ''), 'the database'), tg_table_name, lower(tg_op),
            left(coalesce(named ->> 'tag', named ->> 'username', named ->> 'number', named ->> 'lot', named ->> 'school', named ->> 'tool', named ->> 'area', named ->> 'name', named ->> 'id', ''), 200),
            was, becomes);
    return null;
end $$;
do $$
declare watched text;
begin
    foreach watched in array array['valve', 'job', 'account', 'account_role', 'site_answer', 'site_tool', 'plant_air', 'grease_tin', 'area_rule', 'test_bench', 'change_request', 'change_item', 'recheck', 'record_change'] loop
        execute format('create trigger %I after insert or update or delete on %I for each row execute function write_audit()', watched || '_audit', watched);
    end loop;
end $$;
