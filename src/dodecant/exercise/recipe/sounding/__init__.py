"""What a recipe sounds over: a scale, several, a chord, or changes with the sounds chosen for their chords.

Belongs here: the documents and their checks. Does not: which sound holds when (`harmony`), in which key (`routes`).
"""
