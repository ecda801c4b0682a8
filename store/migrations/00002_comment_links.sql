-- +goose Up
-- The review link that a guest's comment came through; '' for others, and for those before.
ALTER TABLE comments ADD COLUMN link TEXT NOT NULL DEFAULT '';

-- +goose Down
ALTER TABLE comments DROP COLUMN link;
