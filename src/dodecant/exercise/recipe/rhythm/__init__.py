"""Rhythm in a recipe: note values, slots of the bar as text and as shapes, and the placement made of them.

Belongs here: the documents and their checks. Does not: when a line's tones sound (`exercise/rhythm`).
"""
