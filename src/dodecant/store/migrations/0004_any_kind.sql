-- Which kinds of documents there are is the program's to know (store/shelves.py), so that a new kind changes no table.
CREATE TABLE kept (
  id TEXT PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind <> ''),
  title TEXT NOT NULL CHECK (title <> ''),
  document TEXT NOT NULL CHECK (json_valid(document)),
  revision INTEGER NOT NULL DEFAULT 1,
  created_at TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;

INSERT INTO kept (id, kind, title, document, revision, created_at, changed_at, deleted_at)
SELECT id, kind, title, document, revision, created_at, changed_at, deleted_at FROM document;

DROP TABLE document;

ALTER TABLE kept RENAME TO document;

CREATE INDEX document_by_change ON document (kind, changed_at DESC) WHERE deleted_at IS NULL;
