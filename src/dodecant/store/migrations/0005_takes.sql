-- A take: one played attempt at a strip, as note events, never sound. recipe is its id on the shelf, '' where it was not
-- saved; strip is the heading of what was played; sentences and events are JSON. Times are UTC, ISO 8601.
CREATE TABLE take (
  id INTEGER PRIMARY KEY,
  recipe TEXT NOT NULL,
  title TEXT NOT NULL,
  strip TEXT NOT NULL CHECK (strip <> ''),
  tempo INTEGER NOT NULL CHECK (tempo BETWEEN 10 AND 400),
  notes INTEGER NOT NULL,
  slips INTEGER NOT NULL,
  seconds REAL NOT NULL,
  sentences TEXT NOT NULL CHECK (json_valid(sentences)),
  events TEXT NOT NULL CHECK (json_valid(events)),
  taken_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;

CREATE INDEX take_by_strip ON take (strip, taken_at DESC) WHERE deleted_at IS NULL;
CREATE INDEX take_by_recipe ON take (recipe, taken_at DESC) WHERE deleted_at IS NULL;
