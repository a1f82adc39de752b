"""Improvising under a rule: what was played, put in its place, and what a teacher would say of it."""
