-- The time zone a household lives by, as the IANA database names it; gardens from before go by the server's own day.
alter table garden add column zone text check (zone <> '');
