"""When notes sound and how they are struck: timing, articulation, call and response.

Belongs here: start and length in beats, marks and slurs by place. Does not: how that is written in bars (`notation`).
"""
