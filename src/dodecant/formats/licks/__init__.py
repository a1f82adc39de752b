"""Licks read from files: one voice of a MusicXML or MIDI file becomes the text one would have typed."""
