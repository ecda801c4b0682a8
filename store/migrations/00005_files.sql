-- +goose Up
-- Files attached to steps, by what is in them: charts name them by id. A review link may let its
-- readers open them.
CREATE TABLE files (
    id       TEXT PRIMARY KEY, -- SHA-256 of the body
    type     TEXT NOT NULL,    -- media type, by content
    body     BLOB NOT NULL,
    added    INTEGER NOT NULL,
    added_by TEXT NOT NULL REFERENCES people (id)
);
ALTER TABLE links ADD COLUMN files INTEGER NOT NULL DEFAULT 0;

-- +goose Down
ALTER TABLE links DROP COLUMN files;
DROP TABLE files;
