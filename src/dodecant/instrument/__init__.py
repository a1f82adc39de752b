"""Instruments: what they read, what they sound, and how far they reach."""
