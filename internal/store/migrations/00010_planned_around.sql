-- A service is planned around what others of its kitchen have booked. Whether what it asks for
-- itself is as it was, whatever they have, says a digest.
-- +goose Up
alter table service_plan add column base text not null default '';

-- +goose Down
alter table service_plan drop column base;
