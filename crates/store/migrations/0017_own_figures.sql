-- One planting may stand at a distance of its own, and take as many seeds, sets or plants to the hole as its household says. A bed may
-- keep another margin to its boards than half a distance.
alter table patch
    add column along integer check (along between 100 and 30480),
    add column across integer check (across between 100 and 30480),
    add column in_each smallint check (in_each between 1 and 20),
    add constraint patch_distance check ((along is null) = (across is null));
alter table own_grouping_part
    add column along integer check (along between 100 and 30480),
    add column across integer check (across between 100 and 30480),
    add column in_each smallint check (in_each between 1 and 20),
    add constraint part_distance check ((along is null) = (across is null));
alter table bed add column margin integer check (margin between 0 and 3048);
