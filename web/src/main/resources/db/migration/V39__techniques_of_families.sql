-- What the hands do, of a family of the site's own: drawings by the names its steps call them.
alter table own_family add column techniques jsonb not null default '{}';
