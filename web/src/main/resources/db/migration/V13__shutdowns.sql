-- Shutdowns: a window, what is to be planned into it and by whom, what is settled, and the best plan found so far. Setup, pins and plan are documents of their own kind.
create table shutdown_window (
    id           bigint generated always as identity primary key,
    name         varchar(120) not null,
    begins       timestamptz  not null,
    minutes      int          not null check (minutes between 60 and 20160),
    setup        text         not null,
    pins         text         not null default '[]',
    problem      text,
    plan         text,
    bound        double precision,
    tried        bigint       not null default 0,
    share        double precision not null default 0,
    running      boolean      not null default false,
    stop_asked   boolean      not null default false,
    heard_at     timestamptz,
    made_by_id   bigint       not null references account,
    made_at      timestamptz  not null,
    version      int          not null default 0
);
create trigger shutdown_window_audit after insert or delete on shutdown_window for each row execute function write_audit();
