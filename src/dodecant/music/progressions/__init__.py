"""Changes: progressions of chords in sections and bars, their text, and the forms that ship as data.

Belongs here: reading, printing and transposing changes. Does not: the sounds over them (`exercise.harmony`).
"""
