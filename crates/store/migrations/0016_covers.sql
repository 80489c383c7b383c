-- Covers hold their family's ground only where a household says so: no bulletin makes peas wait after clover. What a garden says
-- already stays.
alter table garden alter column covers_count set default false;
