-- A marked row is a patch of one row at an exact place: its half squares may be shared with the rows beside
-- it, which the rules judge by their places; the two constraints over ground and days are for all others.
alter table patch
    add column line_at integer check (line_at >= 0),
    add column line_across boolean,
    add constraint patch_line check (num_nulls(line_at, line_across) in (0, 2)),
    drop constraint patch_same_crop_twice,
    drop constraint patch_ground_taken;
alter table patch
    add constraint patch_same_crop_twice exclude using gist (
        garden_id with =, bed_id with =, crop with =,
        int4range(x, x + w) with &&, int4range(y, y + h) with &&, daterange(first_date, last_date, '[]') with &&
    ) where (line_at is null) deferrable initially deferred,
    add constraint patch_ground_taken exclude using gist (
        garden_id with =, bed_id with =,
        int4range(x, x + w) with &&, int4range(y, y + h) with &&, daterange(first_date, last_date, '[]') with &&
    ) where (not between_others and line_at is null) deferrable initially deferred;
