-- What a teacher knows of a player. tunes and fingering are JSON: small lists that nothing is asked by.
ALTER TABLE player ADD COLUMN lowest TEXT;
ALTER TABLE player ADD COLUMN highest TEXT;
ALTER TABLE player ADD COLUMN level INTEGER NOT NULL DEFAULT 3 CHECK (level BETWEEN 1 AND 5);
ALTER TABLE player ADD COLUMN tunes TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(tunes));
ALTER TABLE player ADD COLUMN reading TEXT NOT NULL DEFAULT 'notes' CHECK (reading IN ('notes', 'numbers', 'contour', 'ear'));
ALTER TABLE player ADD COLUMN value_names TEXT NOT NULL DEFAULT 'american' CHECK (value_names IN ('american', 'british'));
ALTER TABLE player ADD COLUMN numbers TEXT NOT NULL DEFAULT 'major';
ALTER TABLE player ADD COLUMN fingering TEXT NOT NULL DEFAULT 'null' CHECK (json_valid(fingering));
ALTER TABLE player ADD COLUMN minutes INTEGER NOT NULL DEFAULT 20 CHECK (minutes BETWEEN 0 AND 600);
ALTER TABLE player ADD COLUMN notes TEXT NOT NULL DEFAULT '';
ALTER TABLE player ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;

-- What is given to players: the document holds the recipe or routine and the teacher's words.
CREATE TABLE assignment (
  id INTEGER PRIMARY KEY,
  title TEXT NOT NULL CHECK (title <> ''),
  document TEXT NOT NULL CHECK (json_valid(document)),
  due TEXT CHECK (due GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  given_at TEXT NOT NULL,
  revision INTEGER NOT NULL DEFAULT 1,
  archived_at TEXT
) STRICT;

CREATE INDEX assignment_by_due ON assignment (due) WHERE archived_at IS NULL;

-- To whom it is given, what was made simpler for them (names of proposals), when they first opened it, and when it was
-- taken back from them.
CREATE TABLE assignment_player (
  assignment INTEGER NOT NULL REFERENCES assignment (id) ON DELETE CASCADE,
  player INTEGER NOT NULL REFERENCES player (id),
  simpler TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(simpler)),
  opened_at TEXT,
  taken_back_at TEXT,
  PRIMARY KEY (assignment, player)
) STRICT, WITHOUT ROWID;

CREATE INDEX assignment_of_player ON assignment_player (player);

CREATE VIEW given AS SELECT * FROM assignment_player WHERE taken_back_at IS NULL;

-- A question that came back, and the teacher's answer.
CREATE TABLE question (
  id INTEGER PRIMARY KEY,
  assignment INTEGER NOT NULL,
  player INTEGER NOT NULL,
  asked_at TEXT NOT NULL,
  text TEXT NOT NULL CHECK (text <> ''),
  answer TEXT NOT NULL DEFAULT '',
  answered_at TEXT,
  FOREIGN KEY (assignment, player) REFERENCES assignment_player (assignment, player) ON DELETE CASCADE
) STRICT;

CREATE INDEX question_of_assignment ON question (assignment, player, id);

-- Which assignment an entry was practised for.
ALTER TABLE entry ADD COLUMN assignment INTEGER REFERENCES assignment (id);
CREATE INDEX entry_of_assignment ON entry (assignment, player, key, tempo, minutes, slips, notes, day)
  WHERE current = 1 AND assignment IS NOT NULL;

-- Share links. Of a token only its hash is kept; a link belongs to one player and one assignment.
CREATE TABLE share (
  id INTEGER PRIMARY KEY,
  hash BLOB NOT NULL UNIQUE CHECK (length(hash) = 32),
  assignment INTEGER NOT NULL,
  player INTEGER NOT NULL,
  made_at TEXT NOT NULL,
  expires_at TEXT NOT NULL,
  revoked_at TEXT,
  used_at TEXT,
  FOREIGN KEY (assignment, player) REFERENCES assignment_player (assignment, player) ON DELETE CASCADE
) STRICT;

CREATE INDEX share_of_assignment ON share (assignment, player);

-- The teacher's passphrase (a memory-hard hash of it) and the sessions that were opened with it (hashes of their names).
CREATE TABLE passphrase (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  hash TEXT NOT NULL,
  changed_at TEXT NOT NULL
) STRICT;

CREATE TABLE session (
  hash BLOB PRIMARY KEY CHECK (length(hash) = 32),
  begun_at TEXT NOT NULL,
  expires_at TEXT NOT NULL
) STRICT, WITHOUT ROWID;
