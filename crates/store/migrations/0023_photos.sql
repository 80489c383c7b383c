-- Photos lie beside the facts, so that one copy holds all and a garden that goes takes them along. A picture is named by its bytes:
-- the same one sent twice is one. They are compressed already.
create table photo (
    garden_id  bigint not null references garden on delete cascade,
    picture    bytea not null check (octet_length(picture) = 32),
    bytes      bytea not null,
    account_id bigint references account on delete set null,
    kept_at    timestamptz not null default now(),
    primary key (garden_id, picture)
);
alter table photo alter column bytes set storage external;
create index photo_account on photo (account_id);
