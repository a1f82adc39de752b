"""Windows: where in a form each piece of vocabulary can play, and where pins want it."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from itertools import pairwise
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.harmony.what_holds import family_of, standing
from dodecant.exercise.over_changes.ruled.fitting_in import Fitting
from dodecant.exercise.recipe.etude.etude import Etude, PiecePin
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import print_chord

_OTHERS = 5  # pieces named instead of one that does not fit


class Window(NamedTuple):
    """Chords in a row (by their numbers in the timeline) that a piece, by its number, can play over."""

    piece: int
    chords: range


def windows_over(timeline: Timeline, plays: Sequence[int], fittings: Sequence[Fitting]) -> list[list[Window]]:
    """For each chord the windows that begin there, where rules leave it free; raises RecipeError without any."""
    found = [
        [window for piece, fits in enumerate(fittings) if (window := _window(timeline, plays, first, piece, fits))]
        for first in range(len(timeline.due))
    ]
    if not any(found):
        chords = [chord for number in range(len(timeline.due)) if (chord := chord_at(timeline, number))]
        wanted = sorted({family_of(chord.heard.quality) for chord in chords})
        message = "None of the chosen pieces fits a chord of these changes."
        cure = f"Choose pieces for chords that are {' or '.join(wanted)}." if wanted else "Write a chord."
        raise RecipeError([Problem("/etude/pieces", message, cure)])
    return found


def _window(timeline: Timeline, plays: Sequence[int], first: int, piece: int, fits: Fitting) -> Window | None:
    count = _over_several(timeline, first, fits) if fits.chords else _over_one(timeline, first, fits)
    chords = range(first, first + count)
    stands = standing(timeline)[first]
    if fits.role != "any" and (stands is None or fits.role not in stands.roles):
        return None
    if not count or any(plays[number] != 0 or timeline.due[number].sound is None for number in chords):
        return None
    return Window(piece, chords)


def _over_one(timeline: Timeline, first: int, fits: Fitting) -> int:
    """How many chords in a row, all the same, a piece needs; none where it does not fit."""
    chord = chord_at(timeline, first)
    if chord is None or family_of(chord.heard.quality) not in fits.families or fits.own & chord.quality.denied:
        return 0
    length, count = timeline.due[first].length, 1
    while length < fits.beats and first + count < len(timeline.due):
        if chord_at(timeline, first + count) != chord:
            return 0
        length += timeline.due[first + count].length
        count += 1
    return count if length >= fits.beats else 0


def _over_several(timeline: Timeline, first: int, fits: Fitting) -> int:
    """How many chords a piece goes over; none where they do not follow each other as it wants, each as long."""
    number = first
    root: int | None = None
    for place, wanted in enumerate(fits.chords):
        chord = chord_at(timeline, number) if number < len(timeline.due) else None
        if chord is None or family_of(chord.heard.quality) not in wanted.families:
            return 0
        root = chord.root.pitch_class if root is None else root
        if (chord.root.pitch_class - root) % 12 != wanted.root:
            return 0
        length = Fraction(0)
        while number < len(timeline.due) and length < wanted.beats and chord_at(timeline, number) == chord:
            length += timeline.due[number].length
            number += 1
        if length < wanted.beats or (length > wanted.beats and place + 1 < len(fits.chords)):
            return 0
    return number - first


def pinned_windows(
    timeline: Timeline, windows: Sequence[Sequence[Window]], pins: Sequence[PiecePin], etude: Etude, bar: Fraction
) -> dict[int, Window]:
    """The pinned window at each chord where one begins; raises RecipeError for pins that cannot be."""
    found: dict[int, Window] = {}
    problems = []
    for place, pin in enumerate(pins):
        start = timeline.lead_in + (pin.bar - 1) * bar
        chords = [n for n, due in enumerate(timeline.due) if due.start <= start < due.start + due.length]
        here = [window for number in chords for window in windows[number] if window.piece == pin.piece]
        if here:
            found[here[0].chords.start] = here[0]
        else:
            problems.append(_does_not_fit(timeline, windows[chords[0]] if chords else None, etude, pin, place, bar))
    ordered = sorted(found.values(), key=lambda window: window.chords.start)
    if any(other.chords.start < one.chords.stop for one, other in pairwise(ordered)):
        problems.append(Problem("/etude/pins", "Two pinned pieces overlap.", "Remove one of the pins."))
    if problems:
        raise RecipeError(problems)
    return found


def _does_not_fit(
    timeline: Timeline, windows: Sequence[Window] | None, etude: Etude, pin: PiecePin, place: int, bar: Fraction
) -> Problem:
    """A pin in a bar that is not there, or on a chord that its piece does not fit."""
    where = f"/etude/pins/{place}"
    if windows is None:
        last = int((timeline.due[-1].start + timeline.due[-1].length - timeline.lead_in) // bar)
        return Problem(where, f"There is no bar {pin.bar}.", f"Pin bars from 1 to {last}.")
    start = timeline.lead_in + (pin.bar - 1) * bar
    number = next(n for n, due in enumerate(timeline.due) if due.start <= start < due.start + due.length)
    chord = chord_at(timeline, number)
    others = list(dict.fromkeys(etude.pieces[window.piece].name for window in windows))
    cure = f"Here fit {', '.join(others[:_OTHERS])}." if others else "Remove the pin."
    name = etude.pieces[pin.piece].name
    message = f"“{name}” does not fit {print_chord(chord) if chord else 'N.C.'} in bar {pin.bar}."
    return Problem(where, message, cure)


def chord_at(timeline: Timeline, number: int) -> Chord | None:
    """The chord of the home key at a place of the timeline; None for N.C."""
    due = timeline.due[number]
    return None if due.number is None else timeline.harmony.chords[due.number].chord
