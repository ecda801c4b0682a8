-- +goose Up
-- Which pieces of a comment name a step by its number, as JSON: they are shown with the number that it has now.
ALTER TABLE comments ADD COLUMN refers TEXT NOT NULL DEFAULT '';

-- +goose Down
ALTER TABLE comments DROP COLUMN refers;
