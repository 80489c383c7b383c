-- The highest numbers a garden ever gave. A number is never given twice: what names the first one, such as a warning that is kept or
-- a change that can be done again, would name the second.
alter table garden
    add column given_bed      integer not null default 0,
    add column given_patch    integer not null default 0,
    add column given_wish     integer not null default 0,
    add column given_variety  integer not null default 0,
    add column given_own_crop integer not null default 0;

-- Gardens from before: what is there, and what their changes speak of.
create function pg_temp.changed(garden bigint, kind text) returns integer language sql as $$
    select coalesce(max(greatest((edit->'before'->>'id')::integer, (edit->'after'->>'id')::integer)), 0)
    from change, jsonb_array_elements(edits) edit where garden_id = garden and edit->>'fact' = kind
$$;
-- Warnings that were kept may speak of patches that are gone, also from the changes.
create function pg_temp.kept(garden bigint) returns integer language sql as $$
    select coalesce(max((regexp_match(key, '^(?:company|cross|rows|shade|shares|support|unlike):(?:.*:)?(\d{1,9})$'))[1]::integer), 0)
    from patch, unnest(kept) key where garden_id = garden
$$;
update garden g set
    given_bed      = greatest((select max(id) from bed where garden_id = g.id), pg_temp.changed(g.id, 'bed')),
    given_patch    = greatest((select max(id) from patch where garden_id = g.id), pg_temp.changed(g.id, 'patch'), pg_temp.kept(g.id)),
    given_wish     = greatest((select max(id) from wish where garden_id = g.id), pg_temp.changed(g.id, 'wish')),
    given_variety  = greatest((select max(id) from variety where garden_id = g.id), pg_temp.changed(g.id, 'variety')),
    given_own_crop = greatest((select max(id) from own_crop where garden_id = g.id), pg_temp.changed(g.id, 'own-crop'));
