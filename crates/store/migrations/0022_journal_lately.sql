-- What was written down since a garden was looked at last is all that is read of its journal.
create index journal_entry_lately on journal_entry (garden_id, written_at);
