-- What was read in ended jobs, by valve: so that a long history need not be worked out again, job by job, to see how readings change. Filled as jobs end; for jobs that ended
-- before, when their valve is next looked at.
create table reading (
    job_id    bigint           not null references job,
    seq       int              not null,
    valve_id  bigint           not null references valve,
    ask       varchar(80)      not null,
    asked     text             not null,
    dimension varchar(40)      not null,
    si        double precision not null,
    at        timestamptz      not null,
    primary key (job_id, seq)
);
create index reading_valve on reading (valve_id, at);
-- jobs whose readings are there, also those that had none
create table read_job (
    job_id bigint primary key references job
);
