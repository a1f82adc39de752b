"""Takes: what was due laid beside what was played, the slips named, and a report of it."""
