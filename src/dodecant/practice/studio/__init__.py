"""A class: players and what they need, a recipe fitted to one of them, assignments, pages to hand out, worksheets.

Pure values and functions. Does not belong here: where they are kept (`store`), how pages are set (`engraving`).
"""
