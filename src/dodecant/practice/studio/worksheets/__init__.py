"""Worksheets: pages to fill in, with their key. Every answer is worked out by the same core that writes exercises.

A kind of question is a function from the sounds and keys of a level, and chance with a seed, to an item.
"""
