"""Lines over changes where each chord has a figure of its own: what plays where, and the cheapest way through it all.

Belongs here: ways over passages and their joins, and how an etude is composed. Does not: which rule holds (`harmony`).
"""
