-- +goose Up
-- How large a chart is: its log and snapshot on disk, and what its card says of it. -1 pages are not counted yet. It is
-- a table of its own since SQLite passes a row's large values to read what stands behind them.
CREATE TABLE chart_sizes (
    chart TEXT PRIMARY KEY REFERENCES charts (id) ON DELETE CASCADE,
    owner TEXT NOT NULL REFERENCES people (id),
    bytes INTEGER NOT NULL,
    pages INTEGER NOT NULL DEFAULT -1,
    steps INTEGER NOT NULL DEFAULT 0,
    lanes INTEGER NOT NULL DEFAULT 0
) WITHOUT ROWID;
CREATE INDEX chart_sizes_owner ON chart_sizes (owner, bytes);

INSERT INTO chart_sizes (chart, owner, bytes) SELECT id, owner, length(snapshot)
    + (SELECT coalesce(sum(length(body)), 0) FROM commands WHERE chart = charts.id) FROM charts;

-- +goose Down
DROP TABLE chart_sizes;
