-- A household may change its measures and keep the squares its plantings stand on; and it may know of a neighbour's maize.
alter table bed drop constraint bed_garden_id_half_square_fkey;
alter table garden drop column half_square cascade;
alter table garden
    add column grid text check (grid in ('imperial', 'metric')),
    add column neighbour_strain text check (char_length(neighbour_strain) between 1 and 20),
    add column neighbour_metres integer check (neighbour_metres between 1 and 5000),
    add constraint garden_neighbour check ((neighbour_strain is null) = (neighbour_metres is null));
-- Half the side of a square in tenths of a millimetre: 6 in or 15 cm, never mixed in one garden.
alter table garden
    add column half_square integer
        generated always as (case coalesce(grid, units) when 'imperial' then 1524 else 1500 end) stored,
    add constraint garden_id_half_square_key unique (id, half_square);
alter table bed add constraint bed_garden_id_half_square_fkey
    foreign key (garden_id, half_square) references garden (id, half_square) on update cascade on delete cascade;
