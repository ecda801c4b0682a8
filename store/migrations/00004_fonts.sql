-- +goose Up
-- Fonts that people brought for the team's house styles. id is of what is in the files.
CREATE TABLE fonts (
    id          TEXT PRIMARY KEY,
    name        TEXT NOT NULL,
    regular     BLOB NOT NULL,
    bold        BLOB,
    italic      BLOB,
    bold_italic BLOB,
    added       INTEGER NOT NULL,
    added_by    TEXT NOT NULL REFERENCES people (id)
);

-- +goose Down
DROP TABLE fonts;
