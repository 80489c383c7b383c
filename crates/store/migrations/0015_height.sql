-- How high a garden lies, in metres above the sea, where its household said: valleys are warmer than the map's mountains.
alter table garden add column height smallint check (height between -450 and 6000);
