"""The ground floor: pitches, chords, scales, what fits what, progressions. Knows no exercise and no player."""
