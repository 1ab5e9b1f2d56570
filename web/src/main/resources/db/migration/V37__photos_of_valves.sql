-- Photos of valves and of notes, re-encoded: only ever added to, the newest is shown.
create table valve_photo (
    id       uuid        primary key,
    valve_id bigint      not null references valve,
    shows    varchar(8)  not null,
    width    int         not null,
    height   int         not null,
    jpeg     bytea       not null,
    by_id    bigint      not null references account,
    at       timestamptz not null,
    constraint valve_photo_shows_is_one check (shows = any ('{PLATE,PLACE}'::text[]))
);
create index valve_photo_valve on valve_photo (valve_id, shows, at);
create trigger valve_photo_unchanging before update or delete on valve_photo for each row execute function refuse_change();
create trigger valve_photo_kept before truncate on valve_photo for each statement execute function refuse_change();
create table bench_note_photo (
    note_id  bigint      primary key references bench_note,
    width    int         not null,
    height   int         not null,
    jpeg     bytea       not null
);
create trigger bench_note_photo_unchanging before update or delete on bench_note_photo for each row execute function refuse_change();
create trigger bench_note_photo_kept before truncate on bench_note_photo for each statement execute function refuse_change();
