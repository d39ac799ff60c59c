-- A component is made by methods, side by side, and a step has cues. What was
-- kept before had one method, its steps, and one cue in words.
-- +goose Up
-- +goose StatementBegin
create function with_methods(body jsonb) returns jsonb language sql as $$
    select (body - 'steps') || jsonb_build_object('methods', jsonb_build_array(jsonb_build_object('id', 'method', 'name', 'our way', 'steps',
        coalesce((select jsonb_agg(case when s ? 'cue' then (s - 'cue') || jsonb_build_object('cues', jsonb_build_array(jsonb_build_object('right', s -> 'cue'))) else s end order by n)
            from jsonb_array_elements(body -> 'steps') with ordinality as t (s, n)), '[]'::jsonb))))
$$;
-- +goose StatementEnd
update thing set body = with_methods(body) where kind = 'component' and body ? 'steps';
update revision set body = with_methods(body) where kind = 'component' and body ? 'steps';
drop function with_methods(jsonb);

-- +goose Down
update thing set body = (body - 'methods') || jsonb_build_object('steps', body -> 'methods' -> 0 -> 'steps') where kind = 'component';
update revision set body = (body - 'methods') || jsonb_build_object('steps', body -> 'methods' -> 0 -> 'steps') where kind = 'component';
