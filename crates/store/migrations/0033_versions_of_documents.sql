-- What is kept as JSON says in which version it is told, so that whoever tells it otherwise one day can still read it.
alter table variety add column version smallint not null default 1 check (version > 0);
alter table own_crop add column version smallint not null default 1 check (version > 0);
alter table seed_lot add column version smallint not null default 1 check (version > 0);
alter table want add column version smallint not null default 1 check (version > 0);
alter table turn_plan add column version smallint not null default 1 check (version > 0);

-- From now on whoever writes says it.
alter table variety alter column version drop default;
alter table own_crop alter column version drop default;
alter table seed_lot alter column version drop default;
alter table want alter column version drop default;
alter table turn_plan alter column version drop default;
