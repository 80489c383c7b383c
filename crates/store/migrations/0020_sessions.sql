-- Sessions, links that work once, devices that were signed in on, and limits of attempts: kept by the hash of what is given out,
-- so that nobody who reads the tables can use any of it.

-- Invented accounts have no password; only they can be entered without one.
alter table account
    add column demo boolean not null default false,
    alter column password_hash drop not null,
    add constraint account_password check (demo or password_hash is not null);

create table session (
    token_hash bytea primary key check (octet_length(token_hash) = 32),
    -- What its owner names it by.
    number     bigint generated always as identity unique,
    account_id bigint not null references account on delete cascade,
    created_at timestamptz not null default now(),
    seen_at    timestamptz not null default now(),
    -- The browser it was opened in, as it says itself.
    agent      text not null default '' check (char_length(agent) <= 200)
);
create index session_account on session (account_id);
-- The key of the cookies that were sessions by themselves.
drop table cookie_key;

create table one_time_link (
    token_hash bytea primary key check (octet_length(token_hash) = 32),
    number     bigint generated always as identity unique,
    kind       text not null check (kind in ('reset', 'member', 'account')),
    -- Whose password it sets, or who invites.
    account_id bigint references account on delete cascade,
    garden_id  bigint references garden on delete cascade,
    role       text check (role in ('helper', 'guest')),
    created_at timestamptz not null default now(),
    expires_at timestamptz not null,
    constraint link_reset check ((kind = 'reset') <= (account_id is not null)),
    constraint link_member check ((kind = 'member') = (garden_id is not null and role is not null))
);
create index one_time_link_garden on one_time_link (garden_id);

-- A browser in which an account was signed in: its tries count apart from those of strangers.
create table device (
    token_hash bytea not null check (octet_length(token_hash) = 32),
    account_id bigint not null references account on delete cascade,
    seen_at    timestamptz not null default now(),
    primary key (token_hash, account_id)
);
create index device_account on device (account_id);

-- How full the measure of attempts is, by kind and by whom: it runs out with time. Nothing is lost when it is.
create unlogged table attempt (
    kind  text not null,
    whose text not null,
    level double precision not null,
    at    timestamptz not null default now(),
    primary key (kind, whose)
);
create index attempt_at on attempt (at);

-- A garden that was thrown away stays in the bin for a while.
alter table garden add column binned_at timestamptz;
create index garden_binned on garden (binned_at) where binned_at is not null;

-- Each member's own link to the calendar; those given out before are their garden's owner's.
create table calendar_subscription (
    token_hash bytea primary key check (octet_length(token_hash) = 32),
    garden_id  bigint not null,
    account_id bigint not null,
    created_at timestamptz not null default now(),
    unique (garden_id, account_id),
    -- It ends with the membership of whoever made it.
    foreign key (garden_id, account_id) references membership on delete cascade
);
insert into calendar_subscription (token_hash, garden_id, account_id)
select sha256(convert_to(c.token, 'UTF8')), c.garden_id, m.account_id
from calendar_link c join membership m on m.garden_id = c.garden_id and m.role = 'owner'
where c.token is not null;
alter table calendar_link drop column token;
