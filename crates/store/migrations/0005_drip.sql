-- Drip lines run along a whole bed; each is its distance from the far side in tenths of a millimetre, in order.
alter table bed
    add column drips integer[] not null default '{}',
    add constraint bed_drips check (cardinality(drips) <= 20 and 0 <= all (drips));
