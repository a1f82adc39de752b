"""Practising: takes and their judgement, tempo ladders. Pure; "now" and seeds are arguments."""
