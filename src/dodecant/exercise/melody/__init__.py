"""What is played: ladder, path, figure, course, enclosure and lick, set on a sound and fitted to a range.

Belongs here: tones on a scale, as they stand on the tonic C. Does not: choices that depend on the next chord
(`over_changes`), note values on paper (`notation`).
"""
