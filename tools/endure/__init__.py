"""Endurance, by command (`make endure`): many generated requests, broken files, kills under load, and a crowd."""
