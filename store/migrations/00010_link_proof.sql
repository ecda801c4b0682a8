-- +goose Up
-- Whether the readers of a review link see what the proof finds in the chart.
ALTER TABLE links ADD COLUMN proof INTEGER NOT NULL DEFAULT 0;

-- +goose Down
ALTER TABLE links DROP COLUMN proof;
