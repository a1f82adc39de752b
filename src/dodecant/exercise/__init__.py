"""The exercise: from a recipe to strips of notes with remarks and a sentence.

On top stand `press` (works a recipe out), `exercise` (the values it makes) and `player` (instrument, reach and limits).
The packages below them import one way only: companions, wording, remarks and over_changes; notation; melody; rhythm and
routes; harmony; recipe.
"""
