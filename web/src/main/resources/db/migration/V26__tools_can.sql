-- What a tool can do, as its certificate says, SI; kept with each calibration, so that it is known what a reading was judged by. Null where the certificate did not say.
alter table calibration
    add column reaches_from double precision,
    add column reaches_to   double precision,
    add column resolution   double precision,
    add column uncertainty  double precision,
    add column share        double precision,
    add constraint calibration_can check (
        (reaches_from is null and reaches_to is null and resolution is null and uncertainty is null and share is null)
        or (reaches_from < reaches_to and resolution >= 0 and uncertainty >= 0 and share >= 0 and share < 1 and uncertainty + share > 0));

-- How readings are held against limits: guarded by the tool's uncertainty, or as they are read. Without a row: guarded.
create table reading_rule (
    id      int         primary key check (id = 1),
    guarded boolean     not null,
    by_id   bigint      not null references account,
    at      timestamptz not null
);
create trigger reading_rule_audit after insert or update or delete on reading_rule for each row execute function write_audit();
