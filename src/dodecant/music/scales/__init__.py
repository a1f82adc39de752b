"""Scales: the catalogue, how they are made, numbered, found and heard, and the chords inside them.

Belongs here: what can be said of one scale, or of a scale against a chord tone by tone. Does not: judging which scale
suits a chord where it stands (`chord_scale_fit`).
"""
