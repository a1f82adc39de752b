"""All English about a recipe: the sentence, the words for its choices, explanations.

Belongs here: words a musician reads. Does not: errors (at the check that raises them), remarks (`remarks`).
"""
