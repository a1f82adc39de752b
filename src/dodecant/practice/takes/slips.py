"""Slips: what was not as it was due in a take, by kind and place, named by its degree."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise
from statistics import median
from typing import Final, Literal, NamedTuple

from dodecant.exercise.harmony.timeline import Sound
from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import Scale, ScaleCatalogue
from dodecant.practice.takes.alignment import Pair, Played, aligned
from dodecant.practice.takes.due import DueNote, turning_points

SlipKind = Literal[
    "wrong", "octave", "left-out", "figure-left-out", "added", "struck-twice", "turned-early", "early", "late"
]
_TOLERANCE: Final = 0.1  # seconds: less is an accent of time, not a slip
_SHARE: Final = 0.35  # of the time to the nearest other note, where notes are far apart
_MOST_OF_GAP: Final = 0.6
_NEAR: Final = 4  # notes on each side
_FEWEST: Final = 3  # notes in a row, to tell anything
_AT_ONCE: Final = 0.4  # of the time between two notes
_OCTAVE: Final = 12
_SEVEN: Final = 7
_PLAIN: Final = tuple(map(Degree.parse, ["1", "♭2", "2", "♭3", "3", "4", "♯4", "5", "♭6", "6", "♭7", "7"]))


class Slip(NamedTuple):
    """Something that went wrong: its kind, the due note (by its place, or the one after what was added), the MIDI
    number that was played, if any, and how far off in time it was, in seconds (before is negative).
    """

    kind: SlipKind
    note: int
    played: int | None
    off: float = 0.0


class Judged(NamedTuple):
    """A take judged: its slips in order; how far off in time each due note was played (None where it was not)."""

    slips: tuple[Slip, ...]
    offsets: tuple[float | None, ...]

    @property
    def steady(self) -> tuple[float | None, ...]:
        """How far off in time the notes were that are no slips in time: what tells how time was kept."""
        out = {slip.note for slip in self.slips if slip.kind in ("early", "late", "struck-twice")}
        return tuple(None if place in out else off for place, off in enumerate(self.offsets))


def judged(due: Sequence[DueNote], played: Sequence[Played], *, octave_free: bool = False) -> Judged:
    """Judge a take of a line; chords struck are judged by their highest note.

    Time is judged against the notes around: what is off all through, or goes on elsewhere after a slip, is no slip of
    each note. Where nothing is due yet, nothing slips, whatever was struck before.
    """
    if not due:
        return Judged((), ())
    heard = _highest(due, sorted(played))
    pairs = _untwisted(due, heard, aligned(due, heard, octave_free=octave_free))
    together = [(one.due, one.played) for one in pairs if one.due is not None and one.played is not None]
    offsets: list[float | None] = [None] * len(due)
    for note, other in together:
        offsets[note] = heard[other].at - due[note].at
    found = list(_slips(due, heard, pairs, _around(offsets), octave_free))
    return Judged(tuple(_turned_early(due, _whole_figures(due, found))), tuple(offsets))


def _highest(due: Sequence[DueNote], played: list[Played]) -> list[Played]:
    """What was played without the lower tones of struck chords, where they came near their time."""
    left = list(played)
    for note in due:
        for pitch in note.under:
            near = [one for one in left if one.pitch == pitch and abs(one.at - note.at) < note.gap / 2]
            if near:
                left.remove(min(near, key=lambda one: abs(one.at - note.at)))
    return left


def _untwisted(due: Sequence[DueNote], played: Sequence[Played], pairs: list[Pair]) -> list[Pair]:
    """Two notes struck almost at once, the later one first: each is right, and one of them off its time."""
    found = list(pairs)
    for number, ((one, first), (two, second)) in enumerate(pairwise(pairs)):
        if one is None or two is None or first is None or second is None:
            continue
        swapped = (due[one].pitch, due[two].pitch) == (played[second].pitch, played[first].pitch)
        at_once = played[second].at - played[first].at < _AT_ONCE * (due[two].at - due[one].at)
        if swapped and at_once and due[one].pitch != due[two].pitch:
            found[number : number + 2] = [Pair(one, second), Pair(two, first)]
    return found


def _slips(
    due: Sequence[DueNote],
    played: Sequence[Played],
    pairs: Sequence[Pair],
    offs: Sequence[float],
    octave_free: bool,
) -> Iterator[Slip]:
    before: tuple[int, int] | None = None
    for number, (note, other) in enumerate(pairs):
        if note is None and other is not None:
            following = next((pair.due for pair in pairs[number:] if pair.due is not None), len(due) - 1)
            kind, place = _added(due, played, before, following, other)
            yield Slip(kind, place, played[other].pitch)
        elif other is None and note is not None:
            yield Slip("left-out", note, None)
        elif note is not None and other is not None:
            before = note, other
            off = offs[note]
            away = played[other].pitch - due[note].pitch
            if away and not (octave_free and away % _OCTAVE == 0):
                yield Slip("octave" if away % _OCTAVE == 0 else "wrong", note, played[other].pitch, off)
            elif abs(off) > tolerance(due[note]):
                yield Slip("early" if off < 0 else "late", note, played[other].pitch, off)


def _around(offsets: Sequence[float | None]) -> list[float]:
    """How far each is off from those around it; a line may go on in another time where notes were left out."""
    there = [(place, one) for place, one in enumerate(offsets) if one is not None]
    found = [0.0] * len(offsets)
    for number, (place, one) in enumerate(there):
        near = there[max(0, number - _NEAR) : number + _NEAR + 1]
        together = [off for other, off in near if None not in offsets[min(place, other) : max(place, other)]]
        around = [median(off for _, off in near), *([median(together)] if len(together) >= _FEWEST else [])]
        found[place] = min((one - other for other in around), key=abs)
    return found


def tolerance(note: DueNote) -> float:
    """How far off in time, in seconds, a note may be without a slip."""
    return min(max(_TOLERANCE, _SHARE * note.gap), _MOST_OF_GAP * note.gap)


def _added(
    due: Sequence[DueNote], played: Sequence[Played], before: tuple[int, int] | None, following: int, other: int
) -> tuple[SlipKind, int]:
    """A note that is struck again right after itself, or right before, was struck twice; at which due note."""
    pitch = played[other].pitch
    if before is not None and played[before[1]].pitch == pitch == due[before[0]].pitch:
        return "struck-twice", before[0]
    soon = due[following].at - played[other].at
    return "struck-twice" if pitch == due[following].pitch and 0 < soon < due[following].gap else "added", following


def _turned_early(due: Sequence[DueNote], found: list[Slip]) -> Iterator[Slip]:
    """Notes left out round a turning point, the ones beside them played: the line turned a step early."""
    turns = turning_points(tuple(due))
    out = {slip.note for slip in found if slip.kind == "left-out"}
    told: set[int] = set()
    for slip in found:
        if slip.kind == "left-out" and slip.note not in told and slip.note - 1 not in out:
            run = [slip.note]
            while run[-1] + 1 in out:
                run.append(run[-1] + 1)
            top = next((note for note in run if note in turns), None)
            if top is not None and len(run) == 2 and run[0] > 0 and run[-1] + 1 < len(due):
                told |= set(run)
                yield Slip("turned-early", top, None)
                continue
        if slip.note not in told or slip.kind != "left-out":
            yield slip


def _whole_figures(due: Sequence[DueNote], found: list[Slip]) -> list[Slip]:
    """All notes of a figure left out: one slip, at its first note.

    Where figures share notes it cannot be heard which of them were left out; then it was the whole figure.
    """
    figures: dict[int | None, list[int]] = {}
    for place, note in enumerate(due):
        figures.setdefault(note.figure, []).append(place)
    figures.pop(None, None)
    left = list(found)
    for cluster in _clusters([slip.note for slip in found if slip.kind == "left-out"], due):
        near = dict.fromkeys(due[place].figure for place in range(cluster[0], cluster[-1] + 1))
        whole = [figures[one] for one in near if one in figures and len(figures[one]) == len(cluster) > 1]
        same = [one for one in whole if _sounds_alike(due, cluster, one)]
        if same:
            first = min(same, key=lambda one: sum(place not in cluster for place in one))[0]
            between = range(min(cluster[0], first), cluster[-1] + 1)
            left = [slip for slip in left if slip.kind not in ("left-out", "early", "late") or slip.note not in between]
            left.append(Slip("figure-left-out", first, None))
    return sorted(left, key=lambda slip: slip.note) if len(left) < len(found) else found


def _clusters(out: Sequence[int], due: Sequence[DueNote]) -> Iterator[list[int]]:
    """Notes left out, those together that lie in the same figure or in neighbours."""
    cluster: list[int] = []
    for place in out:
        figure, last = due[place].figure, due[cluster[-1]].figure if cluster else None
        if cluster and (figure is None or last is None or figure - last > 1):
            yield cluster
            cluster = []
        cluster.append(place)
    if cluster:
        yield cluster


def _sounds_alike(due: Sequence[DueNote], out: Sequence[int], other: Sequence[int]) -> bool:
    """Whether a line sounds the same without some notes as it does without others."""
    span = range(min(out[0], other[0]), max(out[-1], other[-1]) + 1)
    one, two = ([due[place].pitch for place in span if place not in gone] for gone in (out, other))
    return one == two


def added_tone(sound: Sound, catalogue: ScaleCatalogue) -> Degree | None:
    """The tone that was added to a scale of seven: without it, one serves the same chord.

    >>> from dodecant.music.core.pitch import NoteName
    >>> from dodecant.tables import load_tables
    >>> scales = load_tables().scales
    >>> added_tone(Sound(NoteName(0), scales.get("bebop-dominant")), scales)
    Degree(number=7, alteration=0)
    """
    scale = sound.scale
    if len(scale.degrees) != _SEVEN + 1 or not scale.serves:
        return None
    for degree in scale.degrees[1:]:
        left = scale.pitch_classes - {degree.half_steps % _OCTAVE}
        plain = next((one for one in catalogue.scales if one.pitch_classes == left), None)
        if plain is not None and scale.serves[0] in plain.serves:
            return degree
    return None


def degree_played(due: DueNote, pitch: int) -> Degree:
    """What was played instead of a note (MIDI number), as a player would call it: a degree of the sound if it is one,
    else the usual name over the root. Beside a 5 it is ♭5 or ♯5; elsewhere the same tones are ♯4 and ♭6.
    """
    played = degree_in(due.sound, pitch)
    away = played.half_steps % _OCTAVE - due.degree.half_steps % _OCTAVE
    if due.degree == Degree(5, 0) and abs(away) == 1 and due.sound.degree_of(pitch) is None:
        return Degree(5, away)
    return played


def degree_in(sound: Sound, pitch: int) -> Degree:
    """What a pitch (MIDI number) is in a sound: of its own degrees, else as it is usually named over a root."""
    own = sound.degree_of(pitch)
    return own or _PLAIN[(pitch - sound.tonic.pitch_class) % _OCTAVE]


def sound_of(due: DueNote, played: Degree, catalogue: ScaleCatalogue) -> Scale | None:
    """The common scale that has what was played instead of what was due, all else alike."""
    wanted = {degree.half_steps % _OCTAVE for degree in due.sound.scale.degrees if degree != due.degree}
    wanted.add(played.half_steps % _OCTAVE)
    if len(wanted) != len(due.sound.scale.degrees):
        return None
    return next((one for one in catalogue.scales if one.pitch_classes == wanted), None)
