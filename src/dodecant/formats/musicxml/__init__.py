"""MusicXML 4.0, written for exercises and changes, and read safely.

Belongs here: elements of the format. Does not: reading licks out of scores (`licks`), pictures (`engraving`).
"""
