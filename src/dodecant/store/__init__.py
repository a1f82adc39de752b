"""What is kept: SQLite through plain SQL."""
