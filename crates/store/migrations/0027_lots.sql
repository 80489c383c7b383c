-- The seed tin. Tests of a lot are one fact of a few fields, never asked by.
create table seed_lot (
    garden_id bigint not null references garden on delete cascade,
    id        integer not null check (id > 0),
    crop      text not null,
    variety   integer,
    planted   boolean not null,
    pieces    integer check (pieces >= 0),
    mg        integer check (mg >= 0),
    counted   date not null,
    packed    smallint not null check (packed between 1950 and 2200),
    printed   smallint check (printed between 1 and 100),
    tests     jsonb not null,
    treated   text check (treated in ('dressed', 'pelleted', 'primed')),
    kept      text not null check (kept in ('jar', 'drawer', 'shed')),
    price     integer check (price >= 0),
    source    text not null check (char_length(source) <= 80),
    note      text not null check (char_length(note) <= 200),
    primary key (garden_id, id),
    -- It was counted or weighed.
    check (num_nonnulls(pieces, mg) = 1),
    foreign key (garden_id, variety) references variety (garden_id, id) deferrable initially deferred
);
