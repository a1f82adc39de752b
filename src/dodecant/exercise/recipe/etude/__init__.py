"""What is played where over changes: rules, kept vocabulary, and how an etude is made of it.

Belongs here: the documents and their checks. Does not: which rule holds where (`harmony`), the line (`over_changes`).
"""
