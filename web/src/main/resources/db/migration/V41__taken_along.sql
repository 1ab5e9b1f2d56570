-- Jobs are taken along to where there is no network, and what was done there is sent later.

-- when it was done, where it was written later than that: by how long ago the device says it was
alter table job_entry add column done_at timestamptz, add constraint job_entry_done_before check (done_at is null or done_at <= at);

-- Devices that jobs were taken along on. One that was lost is told to forget when it is next heard of.
create table handheld (
    id         uuid         primary key,
    account_id bigint       not null references account,
    name       varchar(80)  not null,
    since      timestamptz  not null,
    heard_at   timestamptz  not null,
    forget_at  timestamptz,
    told_at    timestamptz,
    constraint handheld_told_when_lost check (told_at is null or forget_at is not null)
);
create index handheld_account on handheld (account_id);

-- What was done without network and could not be entered when it was sent: somebody else had gone on meanwhile. Nothing of it is lost: a person settles it.
create table kept_apart (
    entry_id   uuid         primary key,
    job_id     bigint       not null references job,
    step_id    varchar(100),
    by_id      bigint       not null references account,
    done_at    timestamptz  not null,
    at         timestamptz  not null,
    what       text         not null,
    why        text         not null,
    settled_at timestamptz,
    settled_by bigint       references account,
    settled    text,
    constraint kept_apart_settled_whole check ((settled_at is null) = (settled_by is null) and (settled_at is null) = (settled is null))
);
create index kept_apart_job on kept_apart (job_id);
select watch('handheld');
select watch('kept_apart');
-- linked now: what waits for the end of the transaction keeps the tables from being changed
set constraints all immediate;
set constraints all deferred;
