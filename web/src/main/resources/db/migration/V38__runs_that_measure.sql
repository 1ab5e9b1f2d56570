-- A run that only goes slowly up and down, to find spring and friction by: it proves nothing.
alter table proving_run add column measures boolean not null default false;
