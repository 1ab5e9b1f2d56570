-- Long work that waits or is done: the columns are those of the library that keeps it (db-scheduler 15).
create table long_work (
    task_name            text        not null,
    task_instance        text        not null,
    task_data            bytea,
    execution_time       timestamptz not null,
    picked               boolean     not null,
    picked_by            text,
    last_success         timestamptz,
    last_failure         timestamptz,
    consecutive_failures int,
    last_heartbeat       timestamptz,
    version              bigint      not null,
    priority             smallint,
    primary key (task_name, task_instance)
);
create index long_work_due on long_work (execution_time);
create index long_work_heard on long_work (last_heartbeat);
-- who does the work knows whether it is alive
alter table shutdown_window drop column heard_at;
alter table shutdown_window add column broken_off boolean not null default false, add column planned_by_id bigint references account, add column planned_at timestamptz;
-- what ran when the version before ended is not gone on with
update shutdown_window set running = false, broken_off = true where running;
alter table import_draft add column broken_off int not null default 0;
update import_draft set state = 'FAILED', content = '', said = 'It was broken off when the application ended. Nothing of it was taken in; try the file again.' where state = 'RUNNING';
