"""Lines over changes: joined at the least cost, guide tones, unbroken lines, licks, and why a join is as it is.

Belongs here: whatever looks from one chord to the next. Does not: a line on a single sound (`melody`).
"""
