-- Whether an entry out of a file is there already, asked of every row.
CREATE INDEX entry_known ON entry (player, at, what, key) WHERE current = 1;
