"""What is practised when: routines and their minutes, the logbook's coverage, plans, new versions.

Pure: "today" and what has been done are arguments. Does not belong here: what a take was like (`practice`).
"""
