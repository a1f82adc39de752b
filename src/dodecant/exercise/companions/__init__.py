"""What is played or sounds beside the line: doublings, fifths, drones, voicings.

Belongs here: voicings and where they lie. Does not: what a band plays at the stand (`backing`).
"""
