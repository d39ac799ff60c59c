-- A request that is repeated under its key is answered as the first time, whatever it
-- asked for. Until now only a write of a document had a key.
-- +goose Up
create table request (
    key    text        primary key,
    digest text        not null,                -- of what was asked for
    answer jsonb       not null,
    at     timestamptz not null default now()
);
create index request_at on request (at);

alter table revision drop column write_key, drop column digest;

-- +goose Down
alter table revision add column write_key text unique, add column digest text not null default '';
drop table request;
