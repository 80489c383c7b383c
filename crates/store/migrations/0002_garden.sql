-- The facts of gardens. What must never be is refused here too, whoever asks: a patch outside its bed,
-- the same crop twice on the same ground and day, and two crops on the same ground and day of which
-- neither is planted between the other.
create extension if not exists btree_gist;

create table garden (
    id            bigint generated always as identity primary key,
    revision      bigint not null default 0 check (revision >= 0),
    name          text not null check (char_length(name) between 1 and 60),
    place         text not null check (char_length(place) <= 60),
    latitude      integer not null check (latitude between -9000 and 9000),
    units         text not null check (units in ('imperial', 'metric')),
    -- Half the side of a square in tenths of a millimetre: 6 in or 15 cm, never mixed in one garden.
    half_square   integer generated always as (case units when 'imperial' then 1524 else 1500 end) stored,
    north         integer not null check (north between 0 and 359),
    last_month    smallint, last_day smallint, first_month smallint, first_day smallint, spread_days smallint,
    created_at    timestamptz not null default now(),
    check (num_nulls(last_month, last_day, first_month, first_day, spread_days) in (0, 5)),
    check (last_month between 1 and 12 and first_month between 1 and 12),
    check (last_day between 1 and 31 and first_day between 1 and 31),
    check (spread_days between 0 and 60),
    unique (id, half_square)
);

create table membership (
    garden_id  bigint not null references garden on delete cascade,
    account_id bigint not null references account on delete cascade,
    role       text not null check (role in ('owner', 'helper', 'guest')),
    primary key (garden_id, account_id)
);
create index membership_account on membership (account_id);

-- Lengths are tenths of a millimetre.
create table bed (
    garden_id   bigint not null references garden on delete cascade,
    id          integer not null check (id > 0),
    half_square integer not null,
    name        text not null check (char_length(name) between 1 and 40),
    kind        text not null check (kind in ('raised', 'ground', 'container')),
    board       text check (board in ('1x6', '1x8', '2x6', '2x8', '2x10', '2x12')),
    volume_ml   integer check (volume_ml between 500 and 2000000),
    length      integer not null check (length between 1016 and 304800),
    width       integer not null check (width between 1016 and 304800),
    depth       integer not null check (depth > 0),
    x           integer not null check (x >= 0),
    y           integer not null check (y >= 0),
    turn        integer not null check (turn between 0 and 359),
    reach_far   boolean not null, reach_near boolean not null, reach_left boolean not null, reach_right boolean not null,
    half_columns integer generated always as ((length + half_square - 1) / half_square) stored,
    half_rows    integer generated always as ((width + half_square - 1) / half_square) stored,
    primary key (garden_id, id),
    unique (garden_id, id, half_columns, half_rows),
    foreign key (garden_id, half_square) references garden (id, half_square) on update cascade on delete cascade,
    check (board is null or kind = 'raised'),
    check ((volume_ml is not null) = (kind = 'container'))
);

create table brace (
    garden_id bigint not null,
    bed_id    integer not null,
    at        integer not null check (at > 0),
    thickness integer not null check (thickness > 0),
    primary key (garden_id, bed_id, at),
    foreign key (garden_id, bed_id) references bed on delete cascade
);

create table trellis (
    garden_id bigint not null,
    bed_id    integer not null,
    position  smallint not null,
    from_far  integer not null check (from_far >= 0),
    start_at  integer not null check (start_at >= 0),
    end_at    integer not null check (end_at > start_at),
    primary key (garden_id, bed_id, position),
    foreign key (garden_id, bed_id) references bed on delete cascade
);

create table patch (
    garden_id    bigint not null references garden on delete cascade,
    id           integer not null check (id > 0),
    bed_id       integer not null,
    -- Carried along from the bed, so that 'inside the bed' can be a plain check.
    half_columns integer not null,
    half_rows    integer not null,
    crop         text not null,
    way          text not null,
    x integer not null check (x >= 0), y integer not null check (y >= 0),
    w integer not null check (w > 0),  h integer not null check (h > 0),
    holes        integer check (holes > 0),
    first_date   date not null,
    last_date    date not null,
    between_others boolean not null,
    kept         text[] not null default '{}',
    primary key (garden_id, id),
    constraint patch_inside_bed check (x + w <= half_columns and y + h <= half_rows),
    constraint patch_days check (first_date <= last_date),
    foreign key (garden_id, bed_id, half_columns, half_rows)
        references bed (garden_id, id, half_columns, half_rows) on update cascade on delete cascade deferrable initially deferred,
    -- Deferred, because one command may exchange two patches.
    constraint patch_same_crop_twice exclude using gist (
        garden_id with =, bed_id with =, crop with =,
        int4range(x, x + w) with &&, int4range(y, y + h) with &&, daterange(first_date, last_date, '[]') with &&
    ) deferrable initially deferred,
    constraint patch_ground_taken exclude using gist (
        garden_id with =, bed_id with =,
        int4range(x, x + w) with &&, int4range(y, y + h) with &&, daterange(first_date, last_date, '[]') with &&
    ) where (not between_others) deferrable initially deferred
);

create table past_stand (
    garden_id bigint not null references garden on delete cascade,
    id        integer not null check (id > 0),
    bed_id    integer not null,
    section   smallint check (section >= 0),
    year      smallint not null,
    crop      text,
    family    text,
    primary key (garden_id, id),
    foreign key (garden_id, bed_id) references bed on delete cascade deferrable initially deferred,
    check (num_nonnulls(crop, family) = 1)
);

create table own_spacing (
    garden_id bigint not null references garden on delete cascade,
    crop      text not null,
    way       text not null,
    along     integer not null check (along > 0),
    across    integer not null check (across > 0),
    note      text not null check (char_length(note) <= 200),
    primary key (garden_id, crop, way)
);
