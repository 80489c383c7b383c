-- Every change of a garden's facts with what it was before: undo, redo, history and 'who changed it'.
-- `undone` changes can be done again until the next new change drops them.
create table change (
    garden_id       bigint not null references garden on delete cascade,
    number          bigint not null check (number > 0),
    account_id      bigint references account on delete set null,
    at              timestamptz not null default now(),
    state           text not null check (state in ('done', 'undone', 'dropped')),
    command         jsonb not null,
    edits           jsonb not null,
    idempotency_key text check (char_length(idempotency_key) between 1 and 100),
    primary key (garden_id, number),
    unique (garden_id, idempotency_key)
);
