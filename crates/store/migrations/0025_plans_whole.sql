-- A plan is one value: written, read and forgotten whole, never asked by its entries. As rows, the three references that
-- each of its entries had were a third of the time in which PostgreSQL took a full garden in.
alter table turn_plan add column entries jsonb not null default '[]';
update turn_plan p set entries = (
    select coalesce(jsonb_agg(jsonb_build_object('wish', e.wish_id, 'year', e.year,
               'at', jsonb_build_object('bed', e.bed_id, 'piece', e.piece), 'squares', e.squares)
           order by e.wish_id, e.year, e.bed_id, e.piece), '[]')
    from turn_plan_entry e where e.garden_id = p.garden_id and e.plan_id = p.id
);
alter table turn_plan alter column entries drop default;
drop table turn_plan_entry;
