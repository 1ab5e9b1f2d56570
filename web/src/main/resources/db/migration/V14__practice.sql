-- Practice: made-up valves, worked on by learners. Nothing here refers to a valve, a job or a record, and nothing there refers here.
create table practice_run (
    id         bigint generated always as identity primary key,
    account_id bigint       not null references account,
    type_id    varchar(80)  not null,
    drive      varchar(10)  not null,
    options    text         not null,
    work       varchar(80)  not null,
    chosen     varchar(80)  not null default '',
    trap       varchar(20)  not null,
    seed       bigint       not null,
    made       text         not null default '[]',
    begun_at   timestamptz  not null,
    ended_at   timestamptz,
    score      int check (score between 0 and 100),
    version    int          not null default 0
);
create index on practice_run (account_id, begun_at);
