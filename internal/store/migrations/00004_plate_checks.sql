-- +goose Up

-- What was decided at the pass: a plate sent, or sent back and why. Only ever
-- added to; the id is made by the tablet.
create table plate_check (
    id      text primary key,
    seq     bigint generated always as identity unique,
    dish    text        not null,
    sent    boolean     not null,
    reason  text        not null default '',
    who     text        not null,
    person  text        not null,
    at      timestamptz not null default now()
);
create index plate_check_dish on plate_check (dish, seq desc);

-- +goose Down
drop table plate_check;
