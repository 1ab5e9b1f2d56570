-- A valve moves, is retired, comes back or is taken out for good: changes of the record that no job made.
alter table valve drop constraint valve_state_is_one;
alter table valve add constraint valve_state_is_one check (state in ('IN_SERVICE', 'ON_BENCH', 'OUT_OF_SERVICE', 'RETIRED', 'DECOMMISSIONED')) not valid;
alter table record_change drop constraint record_change_kind_is_one;
alter table record_change add constraint record_change_kind_is_one check (kind in ('CORRECTED', 'CONVERTED', 'MOVED', 'RETIRED', 'BROUGHT_BACK', 'DECOMMISSIONED')) not valid;
alter table record_change alter column job_number drop not null;
