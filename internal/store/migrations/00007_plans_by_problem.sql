-- A plan is found by its problem and by how it was searched, whoever asks; a service
-- points to the plans that it had, with what their tasks stood for. Plans of before
-- stay where they are: they are taken over when somebody asks for them.
-- +goose Up
alter table plan rename to plan_before;
alter table plan_before rename constraint plan_pkey to plan_before_pkey;

create table plan (
    key       text        primary key,             -- digest of the problem as it was asked, and of the options
    options   jsonb       not null,
    seed      bigint      not null,
    excluded  jsonb       not null,                -- what had to be left out
    problem   json        not null,                -- without it; its text is kept as it is
    plan      json,                                -- null: none was found
    violation bigint      not null default 0,
    cost      bigint      not null default 0,
    cut_short boolean     not null default false,
    message   text        not null default '',
    made_at   timestamptz not null default now()
);

create table service_plan (
    service text        not null,
    plan    text        not null references plan on delete cascade,
    pins    jsonb       not null,                  -- kind/id → version
    map     json        not null,                  -- what tasks and links stood for
    at      timestamptz not null default clock_timestamp(),
    primary key (service, plan)
);
create index service_plan_newest on service_plan (service, at desc);
create index service_plan_of on service_plan (plan);

-- +goose Down
drop table service_plan, plan;
alter table plan_before rename constraint plan_before_pkey to plan_pkey;
alter table plan_before rename to plan;
