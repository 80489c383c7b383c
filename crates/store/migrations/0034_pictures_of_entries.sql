-- Which pictures do entries name? Asked of every old picture, and few entries name one.
create index journal_entry_picture on journal_entry (garden_id, (entry -> 'what' ->> 'picture'))
    where entry -> 'what' ->> 'picture' is not null;
