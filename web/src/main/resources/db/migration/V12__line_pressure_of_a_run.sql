-- What a proving run was asked to hold shut, and with which air: its verdict is made when it ends, wherever it was begun.
alter table proving_run add hold_pa double precision check (hold_pa > 0);
alter table proving_run add hold_air_pa double precision check (hold_air_pa >= 0);
