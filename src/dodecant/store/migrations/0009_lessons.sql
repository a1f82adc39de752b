-- What the teacher wrote down at a lesson, and the day of the next one.
CREATE TABLE lesson (
  player INTEGER NOT NULL REFERENCES player (id),
  day TEXT NOT NULL,
  notes TEXT NOT NULL DEFAULT '',
  next_day TEXT,
  revision INTEGER NOT NULL DEFAULT 1,
  PRIMARY KEY (player, day)
) STRICT, WITHOUT ROWID;

-- A link opens one assignment of a player, or all that is given to them (no assignment).
CREATE TABLE share_of (
  id INTEGER PRIMARY KEY,
  hash BLOB NOT NULL UNIQUE CHECK (length(hash) = 32),
  assignment INTEGER,
  player INTEGER NOT NULL REFERENCES player (id),
  made_at TEXT NOT NULL,
  expires_at TEXT NOT NULL,
  revoked_at TEXT,
  used_at TEXT,
  FOREIGN KEY (assignment, player) REFERENCES assignment_player (assignment, player) ON DELETE CASCADE
) STRICT;
INSERT INTO share_of SELECT id, hash, assignment, player, made_at, expires_at, revoked_at, used_at FROM share;
DROP TABLE share;
ALTER TABLE share_of RENAME TO share;
CREATE INDEX share_of_assignment ON share (assignment, player);
CREATE INDEX share_of_player ON share (player, id);
