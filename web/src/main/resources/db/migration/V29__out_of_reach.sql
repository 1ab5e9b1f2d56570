-- Records and the audit trail are out of the reach of whoever works with the tables: the application has a role of its own (afterMigrate.sql says what it may do), and what is
-- written in a chain is written by functions that run as the tables' owner.

-- the book of records ------------------------------------------------------------------------------------------------
alter table record_head add column at timestamptz not null default '-infinity';
update record_head set at = coalesce((select max(at) from service_record), '-infinity');
-- what the next record has to say of itself; the end of the chain stays locked until the transaction ends
create function begin_record(out seq bigint, out previous char(64), out written timestamptz, out before timestamptz) language plpgsql security definer set search_path = pg_catalog, public as $$
begin
    select h.seq + 1, h.hash, h.at into seq, previous, before from record_head h where id = 1 for update;
    written := clock_timestamp();
end $$;
-- what it says is looked at as text: old entries hold what the database's own JSON does not take apart
create function add_record(of_job int, of_kind varchar, written_at text, set_back boolean, said text, hashed char(64)) returns bigint language plpgsql security definer set search_path = pg_catalog, public as $$
declare
    head record_head;
    written timestamptz := written_at::timestamptz;
begin
    select * into head from record_head where id = 1 for update;
    if strpos(said, '"sequence":' || (head.seq + 1) || ',') = 0 or strpos(said, '"previous":"' || head.hash || '"') = 0 or strpos(said, '"kind":"' || of_kind || '"') = 0
       or right(said, length(written_at) + 14) <> ',"written":"' || written_at || '"}' or hashed <> encode(sha256(convert_to(said, 'UTF8')), 'hex') then
        raise exception 'a record follows the one before it, under the hash of what it says' using errcode = 'restrict_violation';
    end if;
    -- the time is the database's; one that is before the last record's says so
    if abs(extract(epoch from clock_timestamp() - written)) > 60 or (written < head.at) <> set_back or set_back and strpos(said, '"clock_set_back_from":') = 0 then
        raise exception 'a record is written at the time that the database''s clock shows' using errcode = 'restrict_violation';
    end if;
    insert into service_record (seq, job_number, kind, content, hash, at) values (head.seq + 1, of_job, of_kind, said, hashed, written);
    update record_head set seq = head.seq + 1, hash = hashed, at = written where id = 1;
    return head.seq + 1;
end $$;

-- the audit trail ----------------------------------------------------------------------------------------------------
-- which row, by its key, whatever it is called meanwhile; and in which transaction it was written
alter table audit_entry add column row_id text, add column tx xid8 default pg_current_xact_id();
-- each entry in the order in which the transactions ended, with a hash that holds the one before it
create table audit_link (
    seq            bigint      primary key,
    entry_id       bigint      not null unique references audit_entry,
    at             timestamptz not null,
    -- the database's clock stood before the last link's time
    clock_set_back boolean     not null,
    hash           char(64)    not null
);
create trigger audit_link_unchanging before update or delete on audit_link for each row execute function refuse_record_change();
create trigger audit_link_kept before truncate on audit_link for each statement execute function refuse_record_change();
create table audit_head (
    id   int         primary key check (id = 1),
    seq  bigint      not null,
    hash char(64)    not null,
    at   timestamptz not null
);
insert into audit_head values (1, 0, repeat('0', 64), '-infinity');
-- the text a link's hash is of: whoever verifies asks the same of the rows
create function audit_text(before text, seq bigint, at timestamptz, e audit_entry) returns text language sql stable set timezone = 'UTC' set search_path = pg_catalog, public as
    $$ select jsonb_build_array(before, seq, at, e.id, e.at, e.by_name, e.table_name, e.action, e.row_key, e.row_id, e.old_values, e.new_values)::text $$;
create function link_audit_entries(from_id bigint, of_tx xid8) returns void language plpgsql security definer set search_path = pg_catalog, public as $$
declare
    head audit_head;
    entry audit_entry;
    now_at timestamptz;
    back boolean;
begin
    select * into head from audit_head where id = 1 for update;
    now_at := clock_timestamp();
    back := now_at < head.at;
    for entry in select * from audit_entry e where e.id >= from_id and (of_tx is null or e.tx = of_tx) and not exists (select from audit_link l where l.entry_id = e.id) order by e.id loop
        head.seq := head.seq + 1;
        head.hash := encode(sha256(convert_to(audit_text(head.hash, head.seq, now_at, entry), 'UTF8')), 'hex');
        insert into audit_link values (head.seq, entry.id, now_at, back, head.hash);
    end loop;
    update audit_head set seq = head.seq, hash = head.hash, at = now_at where id = 1;
end $$;
-- what was written before there was a chain
select link_audit_entries(0, null);
-- as a transaction ends, its entries are linked together: the end of the chain is locked last and shortly
create function link_audit() returns trigger language plpgsql security definer set search_path = pg_catalog, public as $$
begin
    if not exists (select from audit_link where entry_id = new.id) then
        perform link_audit_entries(new.id, pg_current_xact_id());
    end if;
    return null;
end $$;
create constraint trigger audit_entry_linked after insert on audit_entry deferrable initially deferred for each row execute function link_audit();

-- what is told of a row: not what is long, secret or of no meaning; of a password, that it is another
create function audited(row_values jsonb) returns jsonb language sql immutable set search_path = pg_catalog, public as $$
    select (row_values - array['password_hash', 'procedure_json', 'carried_json', 'version', 'certificate', 'hash', 'anatomy_digest', 'type_digest', 'calendar_hash', 'signature', 'heard_at', 'lost_samples'])
        || case when row_values ? 'password_hash' then jsonb_build_object('password', encode(sha256(convert_to(coalesce(row_values ->> 'password_hash', ''), 'UTF8')), 'hex')) else '{}' end $$;
create function audit_name(row_values jsonb) returns text language sql immutable set search_path = pg_catalog, public as $$
    select left(coalesce(row_values ->> 'tag', row_values ->> 'username', row_values ->> 'number', row_values ->> 'lot', row_values ->> 'school', row_values ->> 'tool', row_values ->> 'area',
                         row_values ->> 'name', row_values ->> 'id', ''), 200) $$;
create function audit_row(row_values jsonb, key text[]) returns text language sql immutable set search_path = pg_catalog, public as
    $$ select string_agg(coalesce(row_values ->> k, ''), '/' order by i) from unnest(key) with ordinality as named(k, i) $$;
create or replace function write_audit() returns trigger language plpgsql security definer set timezone = 'UTC' set search_path = pg_catalog, public as $$
declare
    was jsonb := case when tg_op = 'INSERT' then null else audited(to_jsonb(old)) end;
    becomes jsonb := case when tg_op = 'DELETE' then null else audited(to_jsonb(new)) end;
    named jsonb := coalesce(becomes, was);
    before jsonb := was;
begin
    if tg_op = 'UPDATE' then
        -- only what differs
        was := (select jsonb_object_agg(key, value) from jsonb_each(was) where value is distinct from becomes -> key);
        becomes := (select jsonb_object_agg(key, value) from jsonb_each(becomes) where value is distinct from before -> key);
        if was is null and becomes is null then
            return null;
        end if;
    end if;
    insert into audit_entry (by_name, table_name, action, row_key, row_id, old_values, new_values)
    values (coalesce(nullif(current_setting('wartung.by', true), ''), 'the database'), tg_table_name, lower(tg_op), audit_name(named), audit_row(named, tg_argv), was, becomes);
    return null;
end $$;
-- watches a table from now on: every row is written down as it stands, so that what the trail says can be held against the rows
create function watch(watched text, standing text default 'true') returns void language plpgsql set timezone = 'UTC' set search_path = pg_catalog, public as $$
declare
    key text[] := (select array_agg(a.attname::text order by k.i) from pg_index x cross join unnest(x.indkey) with ordinality as k(n, i) join pg_attribute a on a.attrelid = x.indrelid and a.attnum = k.n
                   where x.indrelid = watched::regclass and x.indisprimary);
begin
    execute format('drop trigger if exists %I on %I', watched || '_audit', watched);
    execute format('create trigger %I after insert or update or delete on %I for each row execute function write_audit(%s)', watched || '_audit', watched,
                   (select string_agg(quote_literal(k), ', ' order by i) from unnest(key) with ordinality as named(k, i)));
    execute format('insert into audit_entry (by_name, table_name, action, row_key, row_id, new_values)
        select ''the database'', %L, ''baseline'', audit_name(audited(to_jsonb(t))), audit_row(to_jsonb(t), %L), audited(to_jsonb(t)) from %I t where %s', watched, key, watched, standing);
end $$;
select watch(t) from unnest(array['valve', 'account', 'site_answer', 'site_tool', 'plant_air', 'grease_tin', 'area_rule', 'test_bench', 'change_request', 'change_item', 'recheck', 'record_change', 'service_rule',
    'line_event', 'own_type', 'lot', 'lead_time', 'measuring_tool', 'plant_time', 'own_family', 'reading_rule', 'stock_move', 'grease_use', 'calibration', 'tool_use', 'fitted_part', 'old_seal',
    'joint_look', 'proving_run']) as t;
select watch('account_role');
-- jobs that have ended are in the book of records
select watch('job', 'state not in (''CLOSED'', ''STOPPED'')');
-- linked now: what waits for the end of the transaction keeps the table from being changed
set constraints all immediate;
set constraints all deferred;

-- entries of a job are written in the order in which they happened ------------------------------------------------------
create or replace function refuse_late_entry() returns trigger language plpgsql as $$
declare
    last timestamptz;
begin
    if exists (select 1 from job where id = new.job_id and state in ('CLOSED', 'STOPPED', 'CANCELLED')) then
        raise exception 'the job has ended: write a correction' using errcode = 'restrict_violation';
    end if;
    select max(at) into last from job_entry where job_id = new.job_id;
    if last > new.at then
        -- instances' clocks differ by a little; a clock that was set back is another matter
        if last - new.at > interval '1 minute' then
            raise exception 'the clock stands before the last entry of this job' using errcode = '58W01';
        end if;
        new.at := last;
    end if;
    return new;
end $$;

-- drawings that reports were sealed with, by their SHA-256 -------------------------------------------------------------
create table kept_drawing (
    digest char(64) primary key,
    svg    text     not null
);
create trigger kept_drawing_unchanging before update or delete on kept_drawing for each row execute function refuse_record_change();
create trigger kept_drawing_kept before truncate on kept_drawing for each statement execute function refuse_record_change();

-- tries to prove who one is ------------------------------------------------------------------------------------------------
-- counted for logging in by name and place, for signing by who signs and at whose screen
alter table login_attempt add column kind varchar(10) not null default 'LOGIN' check (kind in ('LOGIN', 'SIGN')), add column by_name varchar(60) not null default '';
create index login_attempt_place on login_attempt (address, at);
-- on the audit trail; a name that nobody has may be a password in the wrong field, and is not kept
create function note_try(who text, how text, from_place text, at_screen_of text) returns void language plpgsql security definer set search_path = pg_catalog, public as $$
declare
    known boolean := exists (select from account where username = who);
begin
    if how not in ('in', 'failed') then
        raise exception 'somebody comes in or fails to' using errcode = 'invalid_parameter_value';
    end if;
    insert into audit_entry (by_name, table_name, action, row_key, new_values)
    values (case when known then left(who, 60) else 'nobody known' end, 'log-in', how, case when known then left(who, 200) else '' end,
            jsonb_strip_nulls(jsonb_build_object('from', nullif(left(from_place, 60), ''), 'signing at the screen of', nullif(left(at_screen_of, 60), ''))));
end $$;
create index audit_entry_login on audit_entry (row_key, id) where table_name = 'log-in';
