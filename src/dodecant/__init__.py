"""Dodecant works an improvisation teacher's exercise out through all twelve keys."""
