-- +goose Up
-- House styles that the team keeps, and which one a chart has, '' for none.
CREATE TABLE houses (
    name       TEXT PRIMARY KEY,
    body       BLOB NOT NULL,
    changed    INTEGER NOT NULL,
    changed_by TEXT NOT NULL REFERENCES people (id)
);
ALTER TABLE charts ADD COLUMN house TEXT NOT NULL DEFAULT '';
CREATE INDEX charts_house ON charts (house);

-- +goose Down
DROP INDEX charts_house;
ALTER TABLE charts DROP COLUMN house;
DROP TABLE houses;
