-- +goose Up

-- What was ticked off, on some tablet. Only ever added to: a tick is taken back
-- by another one. The id is made by the tablet, so that one that is sent again
-- is there once.
create table tick (
    id       text primary key,
    seq      bigint generated always as identity unique,
    service  text        not null,
    task     text        not null,
    act      text        not null,
    takes    text        not null default '',   -- id of the tick that it takes back
    amount   jsonb       not null,
    who      text        not null,
    person   text        not null,
    at       timestamptz not null,              -- by the tablet's clock
    received timestamptz not null default now()
);
create index tick_service on tick (service, seq);

-- +goose Down
drop table tick;
