"""Notation as pictures (Verovio) and pages (Typst)."""
