-- What is usual in the months of a place follows from where it lies: it is looked up in the newest table of climates, and can no
-- longer say something else than the place does. Months that a household typed are its own, and stay.
alter table garden drop constraint garden_place, drop column place_means, drop column place_rain;
