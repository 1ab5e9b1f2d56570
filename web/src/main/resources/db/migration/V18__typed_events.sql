-- What happened in a job is kept in an envelope: its type, the version its body was written in, and the body. Bodies written before are version 1, and stay word for word what they were:
-- records that were sealed of them verify as before.
alter table job_entry add column event jsonb;
-- only where an envelope cannot hold what was written (characters that no text may hold any more): as it was
alter table job_entry add column as_written text;
alter table job_entry disable trigger job_entry_unchanging;
update job_entry set event = jsonb_build_object('type', kind, 'version', 1, 'body', body::jsonb) where body !~* '\\u(0000|d[89a-f])';
update job_entry set as_written = body, event = jsonb_build_object('type', kind, 'version', 1, 'body', regexp_replace(body, '(?<!\\)((\\\\)*)\\u(0000|d[89a-f][0-9a-f]{2})', '\1\\ufffd', 'gi')::jsonb)
    where body ~* '\\u(0000|d[89a-f])';
alter table job_entry enable trigger job_entry_unchanging;
alter table job_entry drop column body;
alter table job_entry alter column event set not null;
alter table job_entry add constraint job_entry_typed check (event ->> 'type' = kind and (event ->> 'version')::int >= 1 and event ? 'body');
