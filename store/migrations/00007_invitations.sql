-- +goose Up
-- Who made an invitation, so that it can be seen and withdrawn; nobody for a server's first one and
-- for those from before, which end within their week.
ALTER TABLE invitations ADD COLUMN made INTEGER NOT NULL DEFAULT 0;
ALTER TABLE invitations ADD COLUMN made_by TEXT REFERENCES people (id);

-- +goose Down
ALTER TABLE invitations DROP COLUMN made_by;
ALTER TABLE invitations DROP COLUMN made;
