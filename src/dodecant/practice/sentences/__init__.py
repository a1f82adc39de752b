"""Forms as sentences: a goal, a plan, an entry and an assignment, phrase by phrase."""
