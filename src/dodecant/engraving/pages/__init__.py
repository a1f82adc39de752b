"""Printed pages, set with Typst: handouts, class sets, worksheets, a week of practice."""
