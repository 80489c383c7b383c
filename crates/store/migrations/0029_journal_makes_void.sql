-- Which entries an entry strikes out or stands in place of, so that of some days only what makes these void is read, however often
-- anything was corrected in a garden's life.
alter table journal_entry add column makes_void uuid[] not null default '{}';
update journal_entry set makes_void = array_remove(array[
        (entry->>'instead_of')::uuid,
        case entry->'what'->>'kind' when 'struck' then (entry->'what'->>'entry')::uuid end
    ], null)
where voids;
alter table journal_entry alter column makes_void drop default, drop column voids;
create index journal_entry_makes_void on journal_entry using gin (makes_void) where makes_void <> '{}';
