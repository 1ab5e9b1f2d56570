-- Test benches of the workshop, and proving runs with their traces.
create table test_bench (
    id       bigint generated always as identity primary key,
    name     varchar(60)  not null unique,
    host     varchar(200) not null,
    port     int          not null check (port between 1 and 65535),
    unit     int          not null check (unit between 1 and 247),
    stand_in boolean      not null
);

create table proving_run (
    id            bigint generated always as identity primary key,
    valve_id      bigint       not null references valve,
    job_number    int,
    bench_name    varchar(60),
    drive         varchar(20)  not null,
    by_id         bigint       not null references account,
    started_at    timestamptz  not null,
    heard_at      timestamptz  not null,
    ended_at      timestamptz,
    outcome       varchar(20),
    lost_samples  int          not null,
    stop_asked    boolean      not null default false,
    signature     text,
    proof         text,
    stands        varchar(20),
    note          varchar(500) not null,
    version       int          not null
);
create index on proving_run (valve_id, started_at);
create index on proving_run (job_number);
-- a bench runs one valve at a time, whichever instance began it
create unique index on proving_run (bench_name) where ended_at is null;

-- a trace in pieces, as they came from the bench: each is written once
create table proving_samples (
    run_id  bigint not null references proving_run,
    first   int    not null,
    samples text   not null,
    primary key (run_id, first)
);
create trigger proving_samples_unchanging before update or delete on proving_samples for each row execute function refuse_change();
