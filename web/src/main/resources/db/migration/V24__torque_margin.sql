-- What a plant asks of quarter-turn actuators beyond what turning takes.
alter table plant_air add column margin double precision not null default 1.25 check (margin >= 1 and margin <= 5);
