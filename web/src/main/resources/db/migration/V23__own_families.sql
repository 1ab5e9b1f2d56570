-- Valve families of the site's own, beside those that come with Wartung: every version that was in use, with its drawing.
create table own_family (
    family_id varchar(80) not null,
    version   int         not null,
    anatomy   text        not null,
    drawing   text        not null,
    by_id     bigint      not null references account,
    at        timestamptz not null,
    primary key (family_id, version)
);
create trigger own_family_audit after insert or update or delete on own_family for each row execute function write_audit();
create trigger own_family_kept before truncate on own_family for each statement execute function refuse_change();
