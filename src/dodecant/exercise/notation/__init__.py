"""Notes as they are written: bars, values, ties, beams, accidentals, signatures, and what each tone is in its sound.

Belongs here: the values a score is made of and the rules of engraving by value. Does not: drawing (`engraving`).
"""
