-- +goose Up
-- Charts that people keep to begin others with, as text.
CREATE TABLE starters (
    id     TEXT PRIMARY KEY,
    person TEXT NOT NULL REFERENCES people (id),
    name   TEXT NOT NULL,
    text   TEXT NOT NULL,
    added  INTEGER NOT NULL
);
CREATE INDEX starters_person ON starters (person);

-- +goose Down
DROP TABLE starters;
