-- A packet may give other days than the catalogue: an early cultivar beside a late one in the same garden.
alter table patch add column packet_days smallint check (packet_days between 10 and 400);
