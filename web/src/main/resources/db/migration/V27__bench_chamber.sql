-- What a bench encloses between its shut-off and a seat it tests, and how well it reads: without these a loss of pressure tells no leakage. SI; null where nobody has said.
alter table test_bench
    add column chamber_m3    double precision,
    add column chamber_share double precision,
    add column gauge_pa      double precision,
    add constraint test_bench_chamber check (
        (chamber_m3 is null and chamber_share is null and gauge_pa is null)
        or (chamber_m3 > 0 and chamber_share >= 0 and chamber_share < 1 and gauge_pa > 0));
-- a stand-in's chamber is made up like its valve
update test_bench set chamber_m3 = 2e-4, chamber_share = 0.05, gauge_pa = 30 where stand_in;
