-- The time zone the plant lives by: its days, shifts and prints. Without a row it is the server's. Moments are kept as moments, whatever it is.
create table plant_time (
    id    int         primary key check (id = 1),
    zone  varchar(60) not null,
    by_id bigint      not null references account,
    at    timestamptz not null
);
create trigger plant_time_audit after insert or update or delete on plant_time for each row execute function write_audit();
