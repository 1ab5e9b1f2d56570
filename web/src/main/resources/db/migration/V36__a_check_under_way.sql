-- How much of a draft's check is done, from 0 to 1; null where none is under way.
alter table type_draft add column checking double precision check (checking between 0 and 1);
