-- A request with a key is made once, whatever it was: a command, an undo or a redo. The key stood beside commands
-- only, so an undo sent again after a lost answer took back a second change; and a key used for two different
-- requests answered the second as if it had been made.
create table made_request (
    garden_id bigint not null references garden on delete cascade,
    key       text not null check (char_length(key) between 1 and 100),
    asked     jsonb not null,
    at        timestamptz not null default now(),
    primary key (garden_id, key)
);
insert into made_request (garden_id, key, asked, at)
select garden_id, idempotency_key, command, at from change where idempotency_key is not null;
alter table change drop column idempotency_key;
