-- Everything a person keeps is a document of some kind: a recipe, changes, a scale of one's own.
CREATE TABLE document (
  id TEXT PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('recipe', 'changes', 'scale')),
  title TEXT NOT NULL CHECK (title <> ''),
  document TEXT NOT NULL CHECK (json_valid(document)),
  revision INTEGER NOT NULL DEFAULT 1,
  created_at TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;

INSERT INTO document (id, kind, title, document, revision, created_at, changed_at, deleted_at)
SELECT id, 'recipe', title, document, revision, created_at, changed_at, deleted_at FROM recipe;

DROP TABLE recipe;

CREATE INDEX document_by_change ON document (kind, changed_at DESC) WHERE deleted_at IS NULL;
