"""Guide tones: the thirds and sevenths of the chords as one line with the least motion.

A sixth stands in for a seventh, the root where a chord has neither; the fourth or second of a sus chord for its third.
The line is chosen by dynamic programming over all octaves in reach: least total motion in half steps first, then least
distance from the middle of the reach. Both are sums over the line, so the result is the best there is.

Every key takes the same line: it is chosen once, in as much of the reach as lies in reach from every key, and carried.
Where that is less than an octave, each key has a line of its own.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from functools import lru_cache

from dodecant.exercise.harmony.timeline import TimedChord, Timeline
from dodecant.exercise.melody.line import SILENCE, Line, Segment, Tones
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.anticipation import with_chords_early
from dodecant.exercise.over_changes.leading import leading_into, led_across, on_c
from dodecant.exercise.recipe.figures import GuideTones
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.rhythm.timing import notes_under, pace_of
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Reach
from dodecant.music.core.cheapest_way import cheapest_way
from dodecant.music.core.chord import Chord, guide_degrees
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName, Pitch

_C = NoteName(0)
_HALF = 6  # half steps: the farthest way to any key
_MOTION = 1 << 32  # what a half step of motion costs: more than all distances from the middle together


GuideStep = tuple[tuple[int, Pitch], ...]  # the guide tones of a chord in reach, low to high, with their MIDI numbers


def guide_line(chords: Sequence[Chord], reach: Reach, begin: str = "nearest") -> list[Pitch]:
    """One tone for each chord; `begin` asks for the `third` or the `seventh` of the first.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> chords = [parse_chord(name) for name in ("Dm7", "G7", "Cmaj7")]
    >>> [pitch.text for pitch in guide_line(chords, Reach(Pitch.parse("C4"), Pitch.parse("C5")), "seventh")]
    ['C5', 'B4', 'B4']
    """
    steps = guide_steps(chords, reach, begin)
    return [step[n][1] for step, n in zip(steps, least_motion(steps, reach), strict=True)]


def guide_steps(chords: Sequence[Chord], reach: Reach, begin: str) -> list[GuideStep]:
    """For each chord its guide tones in reach; of the first only the one it is to `begin` on."""
    low, high = reach.low.midi, reach.high.midi
    steps = [_candidates(_names(chord), low, high) for chord in chords]
    if begin != "nearest":
        degree = guide_degrees(chords[0])[begin == "seventh"]
        name = degree.name_above(chords[0].root)
        steps[0] = tuple(one for one in steps[0] if one[1].name == name) or steps[0]
    return steps


def least_motion(steps: Sequence[GuideStep], reach: Reach) -> list[int]:
    """The number of the tone to take at each step."""
    middle = reach.low.midi + reach.high.midi
    heights = [[height for height, _ in step] for step in steps]
    return cheapest_way(
        heights, own=lambda height: abs(2 * height - middle), between=lambda one, other: _MOTION * abs(other - one)
    )


def _names(chord: Chord) -> tuple[NoteName, ...]:
    return tuple(dict.fromkeys(degree.name_above(chord.root) for degree in guide_degrees(chord)))


@lru_cache(maxsize=1024)
def _candidates(names: tuple[NoteName, ...], low: int, high: int) -> tuple[tuple[int, Pitch], ...]:
    """The guide tones of a chord in every octave of the reach, low to high, each with its MIDI number."""
    every = [Pitch(name.letter, name.alteration, octave) for name in names for octave in range(-1, 10)]
    return tuple(sorted((pitch.midi, pitch) for pitch in every if low <= pitch.midi <= high))


class GuideToneLines:
    """A line builder: a tone held for each chord; enclosures come before the next chord, which stays a target."""

    def __init__(self, work: LineWork) -> None:
        figure = work.recipe.figure
        assert isinstance(figure, GuideTones)  # noqa: S101 - chosen by its class
        self._recipe, self._reach, self._begin = work.recipe, work.player.reach, figure.begin
        self._widest, self._pace = work.player.widest, pace_of(work.recipe)
        self._home: dict[Timeline, list[tuple[Chord, Degree, Pitch]]] = {}

    def line(self, stop: Stop) -> Line:
        """The line of one stop; raises RecipeError without chords."""
        stop = with_chords_early(self._recipe, stop)
        spans = list(spans_of(stop))
        sounding = [span for span in spans if span[0].sound is not None]
        if not sounding:
            where = "/sounds" if not stop.chords_written else "/sounds/changes/text"
            message = "Guide tones need chords to lead through."
            raise RecipeError([Problem(where, message, "Choose changes as the sound.")])
        pitches = iter(self._pitches(stop, [over.chord for over, _, _ in sounding if over.chord]))
        segments: list[Segment] = []
        for over, heard, length in spans:
            if over.sound is None or heard.sound is None:
                segments.append(Segment(SILENCE, stop.written, stop.sounding, None, over.start, length))
                continue
            pitch = next(pitches)
            if not notes_under(self._pace, over.start, length):
                segments.append(Segment(SILENCE, stop.written, stop.sounding, None, over.start, length))
                continue
            tones = Tones.of([on_c(pitch, over.sound)])
            here = Segment(tones, over.sound, heard.sound, over.chord, over.start, length)
            if segments and segments[-1].tones and self._recipe.enclosure is not None:
                notes = leading_into(self._recipe.enclosure, here)
                segments[-1:] = led_across(segments[-1], notes, self._pace, self._widest)
            segments.append(here)
        return Line(tuple(segments), alike=(stop.timeline, *(len(segment.tones) for segment in segments)))

    def _pitches(self, stop: Stop, chords: Sequence[Chord]) -> list[Pitch]:
        """The line under the chords of a stop: that of the home key, carried."""
        home = [] if stop.timeline is None else self._at_home(stop.timeline)
        if len(home) != len(chords):
            return guide_line(chords, self._reach, self._begin)
        up = (chords[0].root.pitch_class - home[0][0].root.pitch_class + _HALF) % 12 - _HALF
        found = [
            Pitch.named(degree.name_above(chord.root), pitch.midi + up)
            for chord, (_, degree, pitch) in zip(chords, home, strict=True)
        ]
        inside = all(self._reach.holds(pitch.midi, pitch.midi) for pitch in found)
        return found if inside else guide_line(chords, self._reach, self._begin)

    def _at_home(self, timeline: Timeline) -> list[tuple[Chord, Degree, Pitch]]:
        """The chords in the written key, each with its guide tone as a degree and as a pitch; nothing without room."""
        low, high = self._reach.low.midi + _HALF, self._reach.high.midi - _HALF
        if high - low < 12:
            return []
        if timeline not in self._home:
            chords: list[Chord] = []
            for over in timeline.in_home_key:
                if over.chord is not None and over.sound is not None and (not chords or over.chord != chords[-1]):
                    chords.append(over.chord)
            line = guide_line(chords, Reach.between(low, high), self._begin) if chords else []
            self._home[timeline] = [
                (chord, Degree.between(chord.root, pitch.name), pitch)
                for chord, pitch in zip(chords, line, strict=True)
            ]
        return self._home[timeline]

    def choices(self, stop: Stop) -> tuple[list[GuideStep], list[int], list[Fraction]]:
        """For each chord its guide tones in reach, the number of the one that is taken, and where it begins."""
        sounding = [over for over, _, _ in spans_of(with_chords_early(self._recipe, stop)) if over.sound is not None]
        steps = guide_steps([over.chord for over in sounding if over.chord], self._reach, self._begin)
        line = self._pitches(stop, [over.chord for over in sounding if over.chord])
        taken = [[height for height, _ in step].index(pitch.midi) for step, pitch in zip(steps, line, strict=True)]
        return steps, taken, [over.start for over in sounding]


def spans_of(stop: Stop) -> Iterator[tuple[TimedChord, TimedChord, Fraction]]:
    """Every chord as read and as heard, with its length; one that comes again at once only goes on."""
    found: list[tuple[TimedChord, TimedChord, Fraction]] = []
    for over, heard in zip(stop.chords_written, stop.chords_sounding, strict=True):
        if found and found[-1][0].chord == over.chord:
            first, first_heard, length = found[-1]
            found[-1] = (first, first_heard, length + over.length)
        else:
            found.append((over, heard, over.length))
    return iter(found)
