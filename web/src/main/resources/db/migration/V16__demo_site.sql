-- That the demo was loaded here, written in the one transaction that loads it: it is whole, or not there at all.
create table demo_site (
    loaded_at timestamptz not null,
    -- loaded before that was so: perhaps only in part
    by_earlier_version boolean not null
);
insert into demo_site (loaded_at, by_earlier_version)
    select now(), true where exists (select from account where username = 'ivarga') and exists (select from account where username = 'sprior');
