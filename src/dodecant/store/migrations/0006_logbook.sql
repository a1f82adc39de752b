-- Who practises. The first one is oneself.
CREATE TABLE player (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL CHECK (name <> ''),
  instrument TEXT NOT NULL DEFAULT '',
  created_at TEXT NOT NULL,
  archived_at TEXT
) STRICT;

INSERT INTO player (id, name, created_at) VALUES (1, 'Myself', '1970-01-01T00:00:00+00:00');

-- A line of the logbook. Lines are only added: a correction is a new line that names the old one, which is then no
-- longer current. day is the local date, at the moment in UTC, zone the time zone it was local in. key is a pitch class.
CREATE TABLE entry (
  id INTEGER PRIMARY KEY,
  player INTEGER NOT NULL REFERENCES player (id),
  day TEXT NOT NULL CHECK (day GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  at TEXT NOT NULL,
  zone TEXT NOT NULL,
  what TEXT NOT NULL CHECK (what <> ''),
  recipe TEXT NOT NULL,
  version TEXT NOT NULL,
  key INTEGER CHECK (key BETWEEN 0 AND 11),
  sound TEXT NOT NULL,
  position TEXT NOT NULL,
  value TEXT NOT NULL,
  minutes REAL NOT NULL CHECK (minutes > 0 AND minutes <= 1440),
  tempo INTEGER CHECK (tempo BETWEEN 10 AND 400),
  word TEXT NOT NULL CHECK (word IN ('', 'easy', 'comfortable', 'pushing')),
  notes INTEGER NOT NULL DEFAULT 0,
  slips INTEGER NOT NULL DEFAULT 0,
  source TEXT NOT NULL CHECK (source IN ('stand', 'hand', 'file')),
  corrects INTEGER REFERENCES entry (id),
  current INTEGER NOT NULL DEFAULT 1 CHECK (current IN (0, 1)),
  deleted_at TEXT
) STRICT;

CREATE INDEX entry_by_day ON entry (player, day DESC, id DESC) WHERE current = 1;
CREATE INDEX entry_covers ON entry (player, sound, key, position, value, word, slips, tempo, day) WHERE current = 1;
CREATE INDEX entry_tempos ON entry (player, sound, day, tempo) WHERE current = 1 AND tempo IS NOT NULL;
CREATE INDEX entry_minutes ON entry (player, day, minutes) WHERE current = 1;
CREATE INDEX entry_of_recipe ON entry (player, recipe, day, minutes) WHERE current = 1;

-- The slips of an entry, by degree and kind.
CREATE TABLE entry_slip (
  entry INTEGER NOT NULL REFERENCES entry (id) ON DELETE CASCADE,
  degree TEXT NOT NULL,
  kind TEXT NOT NULL,
  times INTEGER NOT NULL CHECK (times > 0),
  PRIMARY KEY (entry, degree, kind)
) STRICT, WITHOUT ROWID;

-- What the entries of a key, sound, position and note value add up to, kept up to date as they come and go. Comfortable is
-- what was said to be, or a take without a slip; "pushing" never is.
CREATE TABLE entry_cell (
  player INTEGER NOT NULL,
  sound TEXT NOT NULL,
  key INTEGER NOT NULL,
  position TEXT NOT NULL,
  value TEXT NOT NULL,
  times INTEGER NOT NULL,
  comfortable INTEGER,
  best INTEGER,
  last TEXT NOT NULL,
  PRIMARY KEY (player, sound, key, position, value)
) STRICT, WITHOUT ROWID;

CREATE VIEW entry_counted AS
SELECT id, player, sound, key, position, value, tempo, day,
  CASE WHEN word <> 'pushing' AND (word <> '' OR slips = 0) THEN tempo END AS comfortable
FROM entry WHERE current = 1 AND key IS NOT NULL AND sound <> '';

CREATE TRIGGER entry_comes AFTER INSERT ON entry WHEN NEW.current = 1 AND NEW.key IS NOT NULL AND NEW.sound <> ''
BEGIN
  INSERT INTO entry_cell
  SELECT player, sound, key, position, value, 1, comfortable, tempo, day FROM entry_counted WHERE id = NEW.id
  ON CONFLICT DO UPDATE SET
    times = times + 1,
    comfortable = max(ifnull(comfortable, excluded.comfortable), ifnull(excluded.comfortable, comfortable)),
    best = max(ifnull(best, excluded.best), ifnull(excluded.best, best)),
    last = max(last, excluded.last);
END;

CREATE TRIGGER entry_goes AFTER UPDATE OF current ON entry WHEN NEW.key IS NOT NULL AND NEW.sound <> ''
BEGIN
  DELETE FROM entry_cell WHERE player = NEW.player AND sound = NEW.sound AND key = NEW.key
    AND position = NEW.position AND value = NEW.value;
  INSERT INTO entry_cell
  SELECT player, sound, key, position, value, count(*), max(comfortable), max(tempo), max(day) FROM entry_counted
  WHERE player = NEW.player AND sound = NEW.sound AND key = NEW.key AND position = NEW.position AND value = NEW.value
  GROUP BY player, sound, key, position, value;
END;

-- The plan of a player, as a document; days are worked out from it and from the entries.
CREATE TABLE plan (
  player INTEGER PRIMARY KEY REFERENCES player (id),
  document TEXT NOT NULL CHECK (json_valid(document)),
  revision INTEGER NOT NULL DEFAULT 1,
  changed_at TEXT NOT NULL
) STRICT;
