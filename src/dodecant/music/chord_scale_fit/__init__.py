"""Which scale fits a chord where it stands, why, and the fewest scales that serve many chords.

Belongs here: a chord's place in its key, the scores and their reasons in a sentence. Does not: what a person chose
(`exercise.harmony`).
"""
