-- A job may hold several works and the parts chosen for them: their ids with + in between.
alter table job alter column work type varchar(400);
alter table job alter column chosen_part type varchar(1000);
