-- +goose Up
CREATE TABLE settings (
    name  TEXT PRIMARY KEY,
    value BLOB NOT NULL
);

CREATE TABLE people (
    id       TEXT PRIMARY KEY,
    email    TEXT NOT NULL UNIQUE,
    name     TEXT NOT NULL,
    password TEXT NOT NULL,
    created  INTEGER NOT NULL
);

-- Sign-in sessions; only a digest of the cookie is kept.
CREATE TABLE sessions (
    digest  TEXT PRIMARY KEY,
    person  TEXT NOT NULL REFERENCES people (id),
    expires INTEGER NOT NULL
);

-- One-time addresses for a first account; only a digest is kept.
CREATE TABLE invitations (
    digest  TEXT PRIMARY KEY,
    expires INTEGER NOT NULL
);

-- A chart is its last snapshot and the commands after it.
CREATE TABLE charts (
    id           TEXT PRIMARY KEY,
    owner        TEXT NOT NULL REFERENCES people (id),
    name         TEXT NOT NULL,
    created      INTEGER NOT NULL,
    changed      INTEGER NOT NULL,
    changed_by   TEXT NOT NULL REFERENCES people (id),
    binned       INTEGER NOT NULL DEFAULT 0,
    seq          INTEGER NOT NULL DEFAULT 0,
    snapshot     BLOB NOT NULL,
    snapshot_seq INTEGER NOT NULL DEFAULT 0
);
CREATE INDEX charts_owner ON charts (owner, binned, changed);

CREATE TABLE commands (
    chart  TEXT NOT NULL REFERENCES charts (id),
    seq    INTEGER NOT NULL,
    client TEXT NOT NULL,
    n      INTEGER NOT NULL,
    person TEXT NOT NULL REFERENCES people (id),
    body   BLOB NOT NULL,
    at     INTEGER NOT NULL,
    PRIMARY KEY (chart, seq),
    UNIQUE (chart, client, n)
) WITHOUT ROWID;

CREATE TABLE links (
    token   TEXT PRIMARY KEY,
    chart   TEXT NOT NULL REFERENCES charts (id),
    may     TEXT NOT NULL, -- read or comment
    created INTEGER NOT NULL,
    off     INTEGER NOT NULL DEFAULT 0
);
CREATE INDEX links_chart ON links (chart);

CREATE TABLE comments (
    id      TEXT PRIMARY KEY,
    chart   TEXT NOT NULL REFERENCES charts (id),
    step    TEXT NOT NULL, -- '' for the chart as a whole
    answers TEXT NOT NULL DEFAULT '', -- the comment that this one answers
    author  TEXT NOT NULL,
    person  TEXT NOT NULL DEFAULT '', -- '' when written through a link
    body    TEXT NOT NULL,
    at      INTEGER NOT NULL,
    settled INTEGER NOT NULL DEFAULT 0
);
CREATE INDEX comments_chart ON comments (chart, at);

-- +goose Down
DROP TABLE comments;
DROP TABLE links;
DROP TABLE commands;
DROP TABLE charts;
DROP TABLE invitations;
DROP TABLE sessions;
DROP TABLE people;
DROP TABLE settings;
