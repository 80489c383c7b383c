-- Weather, shelf and warmth as households say them, what is expected of each patch's time, and calendars
-- to subscribe to. Gardens from before take their warmth from the generic shape nearest to their frost dates.
alter table garden
    add column warmth_from text not null default 'shape' check (warmth_from in ('shape', 'months', 'station')),
    add column climate_shape text,
    add column appetite text not null default 'even' check (appetite in ('cautious', 'even', 'bold')),
    -- Tenths of a degree Celsius, January first.
    add column month_highs smallint[] check (cardinality(month_highs) = 12),
    add column month_lows  smallint[] check (cardinality(month_lows) = 12),
    add column shelf_cells     smallint not null default 144 check (shelf_cells between 0 and 5000),
    add column shelf_tray      smallint not null default 72 check (shelf_tray between 1 and 500),
    add column shelf_mat       smallint not null default 72 check (shelf_mat between 0 and 5000),
    add column shelf_hardening smallint not null default 144 check (shelf_hardening between 0 and 5000),
    add column harden_days     smallint not null default 8 check (harden_days between 0 and 21),
    add column survival        smallint not null default 80 check (survival between 10 and 100),
    add constraint garden_months check ((month_highs is null) = (month_lows is null) and (warmth_from <> 'months' or month_highs is not null));

alter table bed
    add column mulch text not null default 'none' check (mulch in ('none', 'straw', 'sheet')),
    add column cover text not null default 'none' check (cover in ('none', 'fleece', 'tunnel'));

alter table patch
    add column means      text check (means in ('direct', 'shelf', 'bought', 'set')),
    add column sown_date  date,
    add column arrives_date date,
    add column survival   smallint check (survival between 10 and 100),
    add column free_date  date,
    add column trial      smallint check (trial > 0);

create table soil_reading (
    garden_id bigint not null,
    bed_id    integer not null,
    day       date not null,
    tenths_c  smallint not null check (tenths_c between -600 and 600),
    primary key (garden_id, bed_id, day),
    foreign key (garden_id, bed_id) references bed (garden_id, id) on delete cascade
);

-- A station's daily file, condensed when it was read; the days themselves are not kept.
create table station (
    garden_id bigint primary key references garden on delete cascade,
    name      text not null check (char_length(name) between 1 and 60),
    first_day date not null,
    last_day  date not null,
    days      integer not null check (days > 0),
    missing   integer not null check (missing >= 0),
    highs     smallint[] not null check (cardinality(highs) = 12),
    lows      smallint[] not null check (cardinality(lows) = 12),
    rain_mm   integer[] check (cardinality(rain_mm) = 12),
    check (first_day <= last_day)
);

create table station_year (
    garden_id   bigint not null references station on delete cascade,
    year        smallint not null check (year > 0),
    days        smallint not null check (days between 1 and 366),
    last_frost  date,
    first_frost date,
    primary key (garden_id, year)
);

-- `uid` goes into every entry and never changes; `token` is the private link, and gone when it is revoked.
create table calendar_link (
    garden_id bigint primary key references garden on delete cascade,
    uid       text not null unique,
    token     text unique
);
