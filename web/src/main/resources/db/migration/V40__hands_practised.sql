-- Exercises of the hands: a run of a few pictures, and how each was answered. Kept per person, for the person.
create table hands_run (
    id         uuid         primary key,
    account_id bigint       not null references account,
    techniques varchar(80)[] not null check (cardinality(techniques) between 1 and 20),
    seed       bigint       not null,
    begun_at   timestamptz  not null
);
create index on hands_run (account_id, begun_at);
create table hands_answer (
    run_id    uuid         not null references hands_run,
    place     int          not null check (place between 1 and 20),
    technique varchar(80)  not null,
    was_right boolean      not null,
    at        timestamptz  not null,
    primary key (run_id, place)
);
