-- +goose Up
-- Which chart names a file, or ever named it, so that undo finds it, and who put it there.
CREATE TABLE file_uses (
    file   TEXT NOT NULL REFERENCES files (id),
    chart  TEXT NOT NULL REFERENCES charts (id),
    person TEXT NOT NULL REFERENCES people (id),
    PRIMARY KEY (file, chart)
) WITHOUT ROWID;
CREATE INDEX file_uses_chart ON file_uses (chart);
CREATE INDEX file_uses_person ON file_uses (person);

-- Who sent a file and when: for some days that person may put it on a step. It takes the place of
-- files.added and files.added_by, which knew one person only.
CREATE TABLE file_uploads (
    file   TEXT NOT NULL REFERENCES files (id),
    person TEXT NOT NULL REFERENCES people (id),
    at     INTEGER NOT NULL,
    PRIMARY KEY (file, person)
) WITHOUT ROWID;
CREATE INDEX file_uploads_person ON file_uploads (person);
CREATE INDEX file_uploads_at ON file_uploads (at);

-- What is in a file is kept in pieces, since SQLite reads a value as a whole. files.body is empty from now on.
CREATE TABLE file_pieces (
    file TEXT NOT NULL REFERENCES files (id) ON DELETE CASCADE,
    n    INTEGER NOT NULL,
    body BLOB NOT NULL,
    UNIQUE (file, n)
);
ALTER TABLE files ADD COLUMN size INTEGER NOT NULL DEFAULT 0;
UPDATE files SET size = length(body);
INSERT INTO file_pieces (file, n, body)
    WITH RECURSIVE piece(n) AS (SELECT 0 UNION ALL SELECT n + 1 FROM piece WHERE n < 39)
    SELECT f.id, n, substr(f.body, n * 524288 + 1, 524288) FROM files f, piece WHERE n * 524288 < f.size;
UPDATE files SET body = x'';

INSERT INTO file_uploads SELECT id, added_by, added FROM files;
INSERT OR IGNORE INTO file_uses SELECT f.id, c.id, c.owner
    FROM charts c, json_tree(iif(json_valid(CAST(c.snapshot AS TEXT)), CAST(c.snapshot AS TEXT), 'null')) j
    JOIN files f ON f.id = j.value WHERE j.key = 'id';
INSERT OR IGNORE INTO file_uses SELECT f.id, c.chart, c.person
    FROM commands c, json_tree(iif(json_valid(CAST(c.body AS TEXT)), CAST(c.body AS TEXT), 'null')) j
    JOIN files f ON f.id = j.value WHERE j.key = 'id'
    AND (instr(c.body, CAST('"files"' AS BLOB)) > 0 OR instr(c.body, CAST('"picture"' AS BLOB)) > 0);

-- +goose Down
UPDATE files SET body = CAST((SELECT group_concat(body, '' ORDER BY n) FROM file_pieces p WHERE p.file = files.id) AS BLOB);
ALTER TABLE files DROP COLUMN size;
DROP TABLE file_pieces;
DROP TABLE file_uploads;
DROP TABLE file_uses;
