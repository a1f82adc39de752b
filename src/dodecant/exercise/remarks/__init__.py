"""What a teacher would say on reading the sheet, with cures.

Belongs here: judgements on finished lines and strips. Does not: refusing a recipe (raised where it is worked out).
"""
