-- A kitchen's own plan may be stricter than each published limit, by its id. What was
-- kept before knew one figure: the seconds out of control.
-- +goose Up
update thing set body = (body - 'tighter') || jsonb_build_object('own', (
    select jsonb_agg(jsonb_build_object('limit', id, 'seconds', least((body ->> 'tighter')::bigint, most)))
    from (values ('fda-out', 14400), ('uk-out-cold', 14400), ('uk-out-hot', 7200)) as l (id, most)))
    where kind = 'kitchen' and body ? 'tighter';
update revision set body = (body - 'tighter') || jsonb_build_object('own', (
    select jsonb_agg(jsonb_build_object('limit', id, 'seconds', least((body ->> 'tighter')::bigint, most)))
    from (values ('fda-out', 14400), ('uk-out-cold', 14400), ('uk-out-hot', 7200)) as l (id, most)))
    where kind = 'kitchen' and body ? 'tighter';

-- +goose Down
update thing set body = (body - 'own') || jsonb_build_object('tighter', body -> 'own' -> 0 -> 'seconds') where kind = 'kitchen' and body ? 'own';
update revision set body = (body - 'own') || jsonb_build_object('tighter', body -> 'own' -> 0 -> 'seconds') where kind = 'kitchen' and body ? 'own';
