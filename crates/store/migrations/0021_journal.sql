-- What happened in a garden: entries are only added. Their numbers are made where they are written, so that one that is sent twice
-- is one. An entry in place of another, or that strikes one out, is an entry too (`voids`).
create table journal_entry (
    garden_id  bigint not null references garden on delete cascade,
    id         uuid not null,
    day        date not null,
    -- The bed and patch it is of, also when they are no more.
    bed        integer check (bed > 0),
    patch      integer check (patch > 0),
    voids      boolean not null,
    version    smallint not null check (version > 0),
    entry      jsonb not null,
    account_id bigint references account on delete set null,
    written_at timestamptz not null default now(),
    primary key (garden_id, id)
);
create index journal_entry_day on journal_entry (garden_id, day);
-- The highest numbers of which it speaks are asked for with every request.
create index journal_entry_bed on journal_entry (garden_id, bed) where bed is not null;
create index journal_entry_patch on journal_entry (garden_id, patch) where patch is not null;
create index journal_entry_voids on journal_entry (garden_id) where voids;
create index journal_entry_account on journal_entry (account_id);
