"""The files that can be written: a registry that the server, the command line and the screen read.

A new kind of file is a row here; its writer stands in `formats` or `engraving`.
"""
