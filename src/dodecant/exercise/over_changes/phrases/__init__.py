"""How an etude breathes: phrases, the rhythm of each bar, and a course of tension over the form.

Belongs here: what is planned before a note is chosen. Does not: which piece plays where (`ruled`), notes.
"""
