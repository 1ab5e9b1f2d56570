-- A password that somebody else knows: it is for one login, within days, to choose one's own
alter table account add column first_password_until timestamptz;
-- Whoever left logs in no more; what they signed keeps their name
alter table account add column left_at timestamptz;
