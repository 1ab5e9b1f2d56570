-- Imports: what was uploaded, from the dry run until it is in or dropped, with how far it is.
create table import_draft (
    id      uuid         primary key,
    kind    varchar(20)  not null,
    name    varchar(200) not null,
    content text         not null,
    state   varchar(20)  not null,
    done    int          not null default 0,
    total   int          not null default 0,
    said    varchar(1000) not null default '',
    by_id   bigint       not null references account,
    at      timestamptz  not null
);
-- Type sheets of the site's own, beside those that come with Wartung.
create table own_type (
    type_id varchar(80) primary key,
    yaml    text        not null,
    by_id   bigint      not null references account,
    at      timestamptz not null
);
create trigger own_type_audit after insert or update or delete on own_type for each row execute function write_audit();
