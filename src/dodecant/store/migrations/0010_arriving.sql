-- Entries of a long file come in portions, so that nobody's save has to wait. The numbers that are theirs stand here until
-- the last has come, with the time of the latest portion; what is left of a file that never came whole is taken out again.
CREATE TABLE arriving (
  first INTEGER PRIMARY KEY,
  last INTEGER NOT NULL,
  latest_at TEXT NOT NULL
) STRICT;
