-- A household's own varieties. What a packet says and of which kinds it is are each one fact of a few fields, never asked by.
create table variety (
    garden_id  bigint not null references garden on delete cascade,
    id         integer not null check (id > 0),
    crop       text not null,
    way        text not null,
    name       text not null check (char_length(name) between 1 and 60),
    kinds      jsonb not null,
    packet     jsonb not null,
    own_along  integer check (own_along between 100 and 30480),
    own_across integer check (own_across between 100 and 30480),
    colour     text not null check (char_length(colour) <= 40),
    note       text not null check (char_length(note) <= 200),
    again      boolean not null,
    primary key (garden_id, id),
    constraint variety_distance check ((own_along is null) = (own_across is null))
);
create unique index variety_name on variety (garden_id, crop, lower(name));
