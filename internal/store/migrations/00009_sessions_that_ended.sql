-- A session that has ended stays ended: a request that read it before and writes it after,
-- as each does once a minute, brings it back no more.
-- +goose Up
create table session_ended (
    token text        primary key,
    at    timestamptz not null default now()
);
create index session_ended_at on session_ended (at);

-- +goose StatementBegin
create function session_ends() returns trigger language plpgsql as $$
begin
    insert into session_ended (token) values (old.token) on conflict do nothing;
    return old;
end $$;
-- +goose StatementEnd
create trigger session_ends after delete on sessions for each row execute function session_ends();

-- +goose StatementBegin
create function session_stays_ended() returns trigger language plpgsql as $$
begin
    if exists (select from session_ended where token = new.token) then
        return null; -- nothing is written
    end if;
    return new;
end $$;
-- +goose StatementEnd
create trigger session_stays_ended before insert on sessions for each row execute function session_stays_ended();

-- +goose Down
drop trigger session_stays_ended on sessions;
drop trigger session_ends on sessions;
drop function session_stays_ended;
drop function session_ends;
drop table session_ended;
