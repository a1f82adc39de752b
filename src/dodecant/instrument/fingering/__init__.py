"""What the hands do for each note of a line: one optimiser (`optimiser.py`), and a module for each family.

A family tells in which ways a note can be played (its states) and what a state and a step between two of them cost, by
name. It knows nothing of recipes, bars or screens.
"""
