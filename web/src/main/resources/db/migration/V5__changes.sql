-- Fail-position studies that were kept, and changes of a valve's fail position from the asking to the proof.
create table fail_study (
    id      bigint generated always as identity primary key,
    valve_id bigint      not null references valve,
    was     varchar(20)  not null,
    wish    varchar(20)  not null,
    basis   text         not null,
    duty    text         not null,
    answer  text         not null,
    verdict varchar(20)  not null,
    by_id   bigint       not null references account,
    at      timestamptz  not null
);
create index on fail_study (valve_id, at);

create table change_request (
    number         int          primary key,
    valve_id       bigint       not null references valve,
    study_id       bigint       not null references fail_study,
    was            varchar(20)  not null,
    becomes        varchar(20)  not null,
    state          varchar(20)  not null,
    reason         varchar(2000) not null,
    asked_by_id    bigint       not null references account,
    asked_at       timestamptz  not null,
    safe_position  varchar(40),
    safe_reason    varchar(2000),
    stated_by_id   bigint       references account,
    stated_at      timestamptz,
    decided_reason varchar(2000),
    decided_by_id  bigint       references account,
    decided_at     timestamptz,
    job_number     int,
    proven_at      timestamptz,
    version        int          not null
);
create index on change_request (valve_id);
-- one change of a valve at a time
create unique index on change_request (valve_id) where state in ('ASKED', 'STATED', 'APPROVED', 'IN_WORK');

create table change_item (
    change_number int         not null references change_request,
    item          varchar(30) not null,
    by_id         bigint      not null references account,
    at            timestamptz not null,
    note          varchar(500) not null,
    primary key (change_number, item)
);
-- what was studied is evidence: it is never changed or taken away
create trigger fail_study_unchanging before update or delete on fail_study for each row execute function refuse_change();
