"""What all music is written with: pitch, degree, metre, chord and its symbols, keys and the names of tonics.

Belongs here: values and rules that need no scale. Does not: scales and what follows from them (`scales`).
"""
