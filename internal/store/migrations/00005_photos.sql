-- +goose Up

-- Photographs of plates, written anew without what the camera adds. Only ever
-- added to: the newest is shown, and one without a picture takes it off.
create table plate_photo (
    seq     bigint generated always as identity primary key,
    dish    text        not null,
    picture bytea,
    width   int         not null default 0,
    height  int         not null default 0,
    who     text        not null,
    person  text        not null,
    at      timestamptz not null default now()
);
create index plate_photo_dish on plate_photo (dish, seq desc);

-- +goose Down
drop table plate_photo;
