"""The recipe as a document: its parts, how typed text in them is read, and recipes made from others.

Belongs here: Pydantic parts, their capabilities and checks, parsers of typed fields. Does not: working anything out on
a scale or in time.
"""
