-- What households say about the years ahead: rules, wishes, findings, pins, fallow ground, kept plans.
-- Gardens from before plan four years by families, section by section, and wish for nothing yet.
alter table garden
    add column turn_years smallint not null default 4 check (turn_years between 1 and 8),
    add column turn_school text not null default 'family-first'
        check (turn_school in ('family-first', 'feeding-first', 'never-the-same-spot')),
    add column turn_unit text not null default 'section' check (turn_unit in ('bed', 'section', 'square')),
    add column covers_count boolean not null default true;
alter table bed
    add column shady boolean not null default false,
    add column divided boolean not null default false;

create table own_family (
    garden_id bigint not null references garden on delete cascade,
    family    text not null,
    years     smallint not null check (years between 1 and 12),
    risk      smallint not null check (risk between 0 and 9),
    primary key (garden_id, family)
);

create table finding (
    garden_id bigint not null,
    bed_id    integer not null,
    family    text not null,
    years     smallint not null check (years between 2 and 12),
    what      text not null check (char_length(what) between 1 and 80),
    primary key (garden_id, bed_id, family),
    foreign key (garden_id, bed_id) references bed (garden_id, id) on delete cascade
);

create table unknown_year (
    garden_id bigint not null,
    bed_id    integer not null,
    year      smallint not null check (year > 0),
    primary key (garden_id, bed_id, year),
    foreign key (garden_id, bed_id) references bed (garden_id, id) on delete cascade
);

create table wish (
    garden_id bigint not null references garden on delete cascade,
    id        integer not null check (id > 0),
    crop      text not null,
    squares   smallint not null check (squares between 1 and 400),
    early boolean not null, main boolean not null, late boolean not null,
    trellis boolean not null, sun boolean not null, deep boolean not null, container boolean not null,
    every     smallint not null check (every between 1 and 8),
    first_year smallint check (first_year > 0),
    last_year  smallint check (last_year > 0),
    winters   boolean not null,
    resistant boolean not null,
    primary key (garden_id, id),
    check (early or main or late),
    check (first_year <= last_year)
);

-- A piece is a part of a bed, counted from 0 at the left; which part depends on the garden's unit.
create table wish_pin (
    garden_id bigint not null,
    wish_id   integer not null,
    year      smallint not null check (year > 0),
    bed_id    integer not null,
    piece     smallint not null check (piece >= 0),
    primary key (garden_id, wish_id, year),
    foreign key (garden_id, wish_id) references wish on delete cascade,
    foreign key (garden_id, bed_id) references bed (garden_id, id) on delete cascade
);

create table fallow (
    garden_id bigint not null,
    bed_id    integer not null,
    piece     smallint not null check (piece >= 0),
    year      smallint not null check (year > 0),
    primary key (garden_id, bed_id, piece, year),
    foreign key (garden_id, bed_id) references bed (garden_id, id) on delete cascade
);

create table turn_plan (
    garden_id bigint not null references garden on delete cascade,
    id        integer not null check (id > 0),
    name      text not null check (char_length(name) between 1 and 60),
    followed  boolean not null,
    primary key (garden_id, id)
);
create unique index turn_plan_name on turn_plan (garden_id, lower(name));
create unique index turn_plan_followed on turn_plan (garden_id) where followed;

create table turn_plan_entry (
    garden_id bigint not null,
    plan_id   integer not null,
    wish_id   integer not null,
    year      smallint not null check (year > 0),
    bed_id    integer not null,
    piece     smallint not null check (piece >= 0),
    squares   smallint not null check (squares between 1 and 400),
    primary key (garden_id, plan_id, wish_id, year, bed_id, piece),
    foreign key (garden_id, plan_id) references turn_plan on delete cascade,
    foreign key (garden_id, wish_id) references wish on delete cascade,
    foreign key (garden_id, bed_id) references bed (garden_id, id) on delete cascade
);
