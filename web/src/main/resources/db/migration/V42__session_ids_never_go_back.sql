-- ids a session had before somebody logged in with it: a request that was under way meanwhile must not give it one of them back
alter table spring_session add column former text[] not null default '{}';
