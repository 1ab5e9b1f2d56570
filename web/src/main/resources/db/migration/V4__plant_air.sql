-- Compressed air of the plant: one row, what it usually has and what it guarantees at the least, pascal (gauge)
create table plant_air (
    id         int              primary key check (id = 1),
    nominal_pa double precision not null,
    lowest_pa  double precision not null,
    by_id      bigint           not null references account,
    at         timestamptz      not null
);
