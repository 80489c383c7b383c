-- What is wanted of a variety is wished for as that variety, so that it is the one that is planned.
alter table wish
    add column variety integer,
    add foreign key (garden_id, variety) references variety (garden_id, id) deferrable initially deferred;
