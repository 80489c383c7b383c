-- Who may come in, and the key that signs their cookies: in the database, so that any number of
-- servers on one database accept the same session.
create table account (
    id            bigint generated always as identity primary key,
    name          text not null check (char_length(name) between 1 and 40),
    password_hash text not null,
    created_at    timestamptz not null default now()
);
-- 'Wren' and 'wren' are one person.
create unique index account_name on account (lower(name));

create table cookie_key (
    only_one boolean primary key default true check (only_one),
    key      bytea not null check (octet_length(key) = 64)
);
