-- Crops that the book lacks, each told by how it differs from its nearest relative there.
create table own_crop (
    garden_id bigint not null references garden on delete cascade,
    id        integer not null check (id > 0),
    like_crop text not null,
    way       text not null,
    name      text not null check (char_length(name) between 1 and 40),
    plural    text not null check (char_length(plural) between 1 and 40),
    botanical text not null check (char_length(botanical) <= 60),
    family    text not null,
    figures   jsonb not null,
    source    text not null check (char_length(source) <= 80),
    note      text not null check (char_length(note) <= 200),
    primary key (garden_id, id)
);
create unique index own_crop_name on own_crop (garden_id, lower(name));
