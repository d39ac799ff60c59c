-- +goose Up
create table thing (
    kind    text   not null,
    id      text   not null,
    version bigint not null,
    body    jsonb  not null,
    primary key (kind, id)
);

-- Every write is a revision; nothing is ever overwritten. seq is also the
-- order in which changes are told to open screens.
create table revision (
    seq       bigint generated always as identity primary key,
    kind      text        not null,
    id        text        not null,
    version   bigint      not null,
    body      jsonb       not null,
    who       text        not null,             -- as they called themselves
    person    text        not null,             -- their browser
    screen    text        not null default '',
    what      text        not null default '',  -- in words
    act       text        not null default 'edit' check (act in ('edit', 'undo', 'redo')),
    reverts   bigint      references revision (seq),
    reverted  boolean     not null default false,
    write_key text        unique,
    digest    text        not null default '',  -- of what was asked, to know a repeat
    at        timestamptz not null default now(),
    unique (kind, id, version)
);

create index revision_own on revision (person, screen, seq desc);

-- A service keeps the plan that it was given and the revisions it was made of.
create table plan (
    service text        not null,
    key     text        not null,               -- digest of the revisions and the solver's settings
    pins    jsonb       not null,
    blocked jsonb       not null,
    problem jsonb       not null,
    plan    jsonb,                              -- null: none was found
    message text        not null default '',
    made_at timestamptz not null default now(),
    primary key (service, key)
);

create table sessions (
    token  text primary key,
    data   bytea       not null,
    expiry timestamptz not null
);
create index sessions_expiry on sessions (expiry);

-- Codes with which a tablet joins, as hashes, and the tries against them.
create table join_code (
    hash    bytea primary key,
    made_at timestamptz not null default now()
);
create table join_try (
    address text        not null,
    at      timestamptz not null default now()
);
create index join_try_at on join_try (address, at);

-- +goose Down
drop table join_try, join_code, sessions, plan, revision, thing;
