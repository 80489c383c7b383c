-- The school of spacing: the household's always, a bed's and a patch's own where they have one; and
-- patches that stay where they are. Gardens from before stand by the square-foot grid, as they did.
alter table garden
    add column school text not null default 'square-foot',
    add column school_figure smallint;
alter table bed add column school text, add column school_figure smallint;
alter table patch
    add column school text,
    add column school_figure smallint,
    add column locked boolean not null default false;

-- One rule for three tables: a known word, with a figure in range where the school has one.
create function is_school(word text, figure smallint) returns boolean language sql immutable as $$
    select case word
        when 'close' then coalesce(figure between 60 and 95, false)
        when 'scatter' then coalesce(figure between 2 and 9, false)
        else word in ('square-foot', 'staggered', 'rows', 'rows-across', 'double-rows', 'double-rows-across')
             and figure is null
    end
$$;
alter table garden add constraint garden_school check (is_school(school, school_figure));
alter table bed add constraint bed_school check (school is null and school_figure is null or is_school(school, school_figure));
alter table patch
    add constraint patch_school check (school is null and school_figure is null or is_school(school, school_figure));
