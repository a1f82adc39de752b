"""What sounds over what, and when: a sound for every chord of the changes, and the changes as a timeline in any key.

Belongs here: chosen or fitting sounds, chords in time. Does not: the line played over them (`over_changes`).
"""
