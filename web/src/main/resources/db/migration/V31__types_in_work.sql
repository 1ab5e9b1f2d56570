-- Types that are made here: a draft that planners work on, and every version that was approved, by whom and from which day on.
create table type_draft (
    type_id       varchar(80) primary key,
    content       text        not null,
    revision      int         not null,
    -- everybody who had a hand in it: none of them approves it
    hands         bigint[]    not null,
    changed_by_id bigint      not null references account,
    changed_at    timestamptz not null,
    -- the content that was checked last, and what was found; nothing where it is sound
    checked       char(64),
    checked_at    timestamptz,
    problems      text        not null default ''
);
create table type_version (
    type_id        varchar(80) not null,
    version        int         not null,
    -- as it was worked on, with what says nothing yet on its own, and as it is read
    content        text        not null,
    sheet          text        not null,
    -- everybody who had a hand in it
    hands          bigint[]    not null,
    approved_by_id bigint      not null references account,
    approved_at    timestamptz not null,
    from_day       date        not null,
    primary key (type_id, version)
);
create trigger type_version_unchanging before update or delete on type_version for each row execute function refuse_record_change();
create trigger type_version_kept before truncate on type_version for each statement execute function refuse_record_change();
select watch('type_version');
-- Which of them have come into force: once each, on its day or when the application was next there.
create table type_in_force (
    type_id varchar(80) not null,
    version int         not null,
    at      timestamptz not null,
    primary key (type_id, version),
    foreign key (type_id, version) references type_version
);
create trigger type_in_force_unchanging before update or delete on type_in_force for each row execute function refuse_record_change();
create trigger type_in_force_kept before truncate on type_in_force for each statement execute function refuse_record_change();
select watch('type_in_force');
-- Types that are given to no new valve any more.
create table type_withdrawn (
    type_id varchar(80)  primary key,
    by_id   bigint       not null references account,
    at      timestamptz  not null,
    reason  varchar(400) not null
);
select watch('type_withdrawn');
-- What a heading or a word in somebody's list meant, for the next one.
create table list_match (
    about varchar(40)  not null,
    said  varchar(200) not null,
    means varchar(200) not null,
    primary key (about, said)
);
