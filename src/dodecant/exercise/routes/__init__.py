"""Keys, sounds, orders of tones and note values in the order they come round: the stops of an exercise.

Belongs here: which stops there are. Does not: what is played at one (`melody`, `over_changes`).
"""
