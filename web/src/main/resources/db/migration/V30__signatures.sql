-- Decisions that count are signed: who, what it means, about what, when. Written by a function, by the database's clock, with the name that the account has; never changed.
create table signature (
    id        bigint        generated always as identity primary key,
    at        timestamptz   not null,
    username  varchar(60)   not null,
    name      varchar(120)  not null,
    meaning   varchar(120)  not null,
    -- what was signed: the row as the audit trail names it, and in words as it was shown
    about     varchar(40)   not null,
    about_row varchar(200)  not null,
    says      varchar(1000) not null,
    reason    varchar(2000) not null
);
create index signature_about on signature (about, about_row);
create trigger signature_unchanging before update or delete on signature for each row execute function refuse_record_change();
create trigger signature_kept before truncate on signature for each statement execute function refuse_record_change();
select watch('signature');
create function add_signature(who text, meaning text, about text, about_row text, says text, reason text) returns timestamptz language plpgsql security definer set search_path = pg_catalog, public as $$
declare
    signed_at timestamptz := clock_timestamp();
begin
    insert into signature (at, username, name, meaning, about, about_row, says, reason)
    select signed_at, a.username, a.name, add_signature.meaning, add_signature.about, add_signature.about_row, add_signature.says, add_signature.reason
    from account a where a.username = who and a.left_at is null;
    if not found then
        raise exception 'nobody of that name signs here' using errcode = 'restrict_violation';
    end if;
    return signed_at;
end $$;

-- records that were sealed before there were reviews do not wait for one
create table review_start (
    id  int    primary key check (id = 1),
    seq bigint not null
);
insert into review_start select 1, seq from record_head;
create trigger review_start_unchanging before update or delete on review_start for each row execute function refuse_record_change();
create trigger review_start_kept before truncate on review_start for each statement execute function refuse_record_change();

-- an administrator administers and does nothing else: whoever also works takes an account for each
delete from account_role where role <> 'ADMINISTRATOR' and account_id in (select account_id from account_role where role = 'ADMINISTRATOR');
-- a name under a signature means one person; those who had the same one keep theirs with their account beside it
update account a set name = left(a.name, 60) || ' (' || a.username || ')'
where a.left_at is null and exists (select from account b where b.left_at is null and lower(b.name) = lower(a.name) and b.id < a.id);
-- linked now: what waits for the end of the transaction keeps the table from being changed
set constraints all immediate;
set constraints all deferred;
create unique index account_name_in_use on account (lower(name)) where left_at is null;

-- what waits for a review, kept beside the book of records so that it is known without reading it
create table review_wait (
    job_number int         primary key references job (number),
    -- the last record of the job that somebody has to look at, and since when it waits
    seq        bigint      not null,
    since      timestamptz not null
);
-- a review is of the records up to the one it names; a correction written meanwhile waits on. Within what somebody typed a quotation mark has a backslash before it.
create function keep_waiting() returns trigger language plpgsql security definer set search_path = pg_catalog, public as $$
begin
    if new.kind = 'REVIEW' then
        delete from review_wait where job_number = new.job_number and seq <= substring(new.content from '"through":([0-9]{1,18})[,}]')::bigint;
    else
        insert into review_wait (job_number, seq, since)
        values (new.job_number, new.seq, case when new.kind = 'JOB' then least(new.at, coalesce((select ended_at from job where number = new.job_number), new.at)) else new.at end)
        on conflict (job_number) do update set seq = excluded.seq;
    end if;
    return null;
end $$;
create trigger service_record_waits after insert on service_record for each row execute function keep_waiting();

-- tokens are told to whoever they stand for, with since when
alter table api_token add column handed_at timestamptz;
update api_token set handed_at = expires_at - interval '8 hours';
alter table api_token alter column handed_at set not null;

-- who stands at a test bench, and may put air on
alter table test_bench add column holder_id bigint references account, add column held_since timestamptz;
select watch('test_bench');
alter table proving_run drop constraint if exists proving_run_outcome_is_one;
alter table proving_run add constraint proving_run_outcome_is_one
    check (outcome = any ('{COMPLETE,STUCK,AIR_LOST,HELD_ON,BENCH_LOST,NONSENSE,STOPPED,BROKEN_OFF,UNRECORDED,UNWATCHED,LEFT_UNDER_AIR}'::text[]));

-- what valves were called before they were given another tag
create table former_tag (
    id       bigint       generated always as identity primary key,
    valve_id bigint       not null references valve,
    tag      varchar(30)  not null,
    until    timestamptz  not null,
    by_id    bigint       not null references account,
    reason   varchar(400) not null
);
create index former_tag_valve on former_tag (valve_id, until);
create index former_tag_tag on former_tag (lower(tag));
create trigger former_tag_unchanging before update or delete on former_tag for each row execute function refuse_change();
create trigger former_tag_kept before truncate on former_tag for each statement execute function refuse_change();
select watch('former_tag');
