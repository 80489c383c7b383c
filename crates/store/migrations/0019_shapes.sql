-- A bed need not be a rectangle: a corner of it may be missing, or it is round. And a yard has a house, a fence, a tree.
alter table bed
    add column shape text not null default 'rectangle' check (shape in ('rectangle', 'corner', 'round')),
    add column cut_right boolean,
    add column cut_near boolean,
    add column cut_along integer check (cut_along > 0 and cut_along < length),
    add column cut_across integer check (cut_across > 0 and cut_across < width),
    add constraint bed_shape check (num_nulls(cut_right, cut_near, cut_along, cut_across) = case shape when 'corner' then 0 else 4 end);

create table fixture (
    garden_id bigint not null references garden on delete cascade,
    id        integer not null check (id > 0),
    kind      text not null check (kind in ('house', 'shed', 'fence', 'hedge', 'tree', 'paving', 'tap')),
    name      text not null check (char_length(name) <= 40),
    length    integer not null check (length > 0),
    width     integer not null check (width > 0),
    height    integer not null check (height >= 0),
    x         integer not null check (x >= 0),
    y         integer not null check (y >= 0),
    turn      integer not null check (turn between 0 and 359),
    primary key (garden_id, id)
);
