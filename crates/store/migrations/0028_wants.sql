-- What a household would like to have in a year. An amount is one fact of a few fields, never asked by.
create table want (
    garden_id bigint not null references garden on delete cascade,
    id        integer not null check (id > 0),
    crop      text not null,
    variety   integer,
    amount    jsonb not null,
    purpose   text not null check (purpose in ('fresh', 'stored', 'frozen', 'dried', 'jars', 'given', 'sold')),
    at_once   boolean not null,
    worth     integer check (worth >= 0),
    note      text not null check (char_length(note) <= 200),
    primary key (garden_id, id),
    foreign key (garden_id, variety) references variety (garden_id, id) deferrable initially deferred
);
