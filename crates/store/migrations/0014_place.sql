-- Where a garden lies, what is usual there, and what its household says of its frosts. Gardens from before keep their two
-- dates, or that it never freezes; those that took a generic year take the warmth of their place, which is that of their
-- latitude until they say more.
alter table garden
    add column longitude integer check (longitude between -18000 and 18000),
    -- Tenths of a degree Celsius and millimetres, January first.
    add column place_means smallint[] check (cardinality(place_means) = 12),
    add column place_rain  integer[] check (cardinality(place_rain) = 12),
    add column freezes text not null default 'by-climate' check (freezes in ('by-climate', 'never', 'dates', 'every-month')),
    add column frost_years smallint check (frost_years between 1 and 10),
    add constraint garden_place check ((place_means is null) = (place_rain is null));
update garden set freezes = case when last_month is null then 'never' else 'dates' end,
                  frost_years = case when last_month is null then null else 10 end;
alter table garden
    add constraint garden_freezes check ((freezes = 'dates') = (last_month is not null) and (freezes = 'dates') = (frost_years is not null)),
    drop constraint garden_warmth_from_check,
    alter column warmth_from drop default;
update garden set warmth_from = 'place' where warmth_from = 'shape';
alter table garden
    alter column warmth_from set default 'place',
    add constraint garden_warmth_from_check check (warmth_from in ('place', 'months', 'station')),
    drop column climate_shape;
