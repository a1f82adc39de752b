-- What this file is for: 'demo' marks a file made for the demo, so that nothing else is ever filled with demo data.
CREATE TABLE about (
  key TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT;

-- A saved recipe. revision grows by one with each change; deleted_at keeps a recipe for undo. Times are UTC, ISO 8601.
CREATE TABLE recipe (
  id TEXT PRIMARY KEY,
  title TEXT NOT NULL CHECK (title <> ''),
  document TEXT NOT NULL CHECK (json_valid(document)),
  revision INTEGER NOT NULL DEFAULT 1,
  created_at TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;

CREATE INDEX recipe_by_change ON recipe (changed_at DESC) WHERE deleted_at IS NULL;
