-- Groupings a household saved from its own beds: crops placed from a common corner and a first day.
create table own_grouping (
    garden_id bigint not null references garden on delete cascade,
    id        integer not null check (id > 0),
    name      text not null check (char_length(name) between 1 and 60),
    first_day smallint not null check (first_day between 0 and 366),
    primary key (garden_id, id)
);

create table own_grouping_part (
    garden_id   bigint not null,
    grouping_id integer not null,
    position    smallint not null check (position >= 0),
    crop        text not null,
    way         text not null,
    x integer not null check (x >= 0), y integer not null check (y >= 0),
    w integer not null check (w > 0),  h integer not null check (h > 0),
    holes       integer check (holes > 0),
    between_others boolean not null,
    school      text,
    school_figure smallint,
    days_after  integer not null check (days_after >= 0),
    days        integer not null check (days >= 0),
    primary key (garden_id, grouping_id, position),
    foreign key (garden_id, grouping_id) references own_grouping on delete cascade,
    check (school is null and school_figure is null or is_school(school, school_figure))
);
