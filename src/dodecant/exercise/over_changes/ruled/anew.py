"""Ways of a figure that begins anew on each chord, as it is or upside down."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import cached_property, partial

from dodecant.exercise.harmony.timeline import Sound, TimedChord
from dodecant.exercise.melody.line import Segment, Shape, Tones
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.anew_on_each_chord import Choice, LinesAnewOnEachChord, Shapes, shape_of
from dodecant.exercise.over_changes.ruled.mirror import upside_down
from dodecant.exercise.over_changes.ruled.ways import RuledPassage, Way
from dodecant.exercise.rhythm.timing import pace_of
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Reach
from dodecant.music.core.chord import Chord


class AnewWays:
    """The figure's shapes in every octave of the reach, over the one chord of the passage."""

    def __init__(self, work: LineWork, *, mirrored: bool = False) -> None:
        self._lines = _MirroredLines(work) if mirrored else LinesAnewOnEachChord(work)
        self._pace = pace_of(work.recipe)
        self.missing: dict[str, tuple[int, ...]] = {}

    def ways(self, stop: Stop, passage: RuledPassage) -> Sequence[Way]:
        """See `WaysOver`; chords of one passage are one chord that lasts."""
        over, heard = (_as_one(chords, passage) for chords in (stop.chords_written, stop.chords_sounding))
        if over.sound is None or over.chord is None or over.length <= 0:
            return ()
        choices, lacking = self._lines.choices_under(stop, over, begins=passage.begins)
        if lacking:
            self.missing[over.sound.text] = lacking
        up = over.sound.above_c
        return [
            Way(
                choice.candidate,
                choice.shape.tones.low + up + 12 * (choice.shift or 0),
                choice.shape.tones.high + up + 12 * (choice.shift or 0),
                partial(self._segments, over, heard, choice),
            )
            for choice in choices
        ]

    def _segments(self, over: TimedChord, heard: TimedChord, choice: Choice) -> tuple[Segment, ...]:
        return (self._lines.segment(over, heard, choice)._replace(pace=self._pace),)


class WaysInForms:
    """The ways of several forms of one thing together; those that lie in reach, and begin on a tone `of_the_chord`."""

    def __init__(self, forms: Sequence[AnewWays], reach: Reach, *, of_the_chord: bool = False) -> None:
        self._forms, self._reach, self._of_the_chord = forms, reach, of_the_chord

    @property
    def missing(self) -> dict[str, tuple[int, ...]]:
        """What the first form lacks."""
        return self._forms[0].missing

    def ways(self, stop: Stop, passage: RuledPassage) -> Sequence[Way]:
        """See `WaysOver`."""
        found = [way for form in self._forms for way in form.ways(stop, passage)]
        found = [way for way in found if self._reach.holds(way.low, way.top)] or found
        at_home = [way for way in found if not way.candidate.foreign] if self._of_the_chord else found
        return at_home or found


def _as_one(chords: Sequence[TimedChord], passage: RuledPassage) -> TimedChord:
    """The chords of a passage as one that lasts as long, from where it begins early to the breath at its end."""
    first, last = chords[passage.chords.start], chords[passage.chords[-1]]
    start = first.start - passage.early
    return first._replace(start=start, length=last.start + last.length - start - passage.breathes)


class _MirroredLines(LinesAnewOnEachChord):
    """The same figure with each of its shapes upside down."""

    def under(self, stop: Stop, over: TimedChord, sound: Sound, chord: Chord) -> Shapes:
        """As above, mirrored; worked out once for all chords that are alike."""
        plain = super().under(stop, over, sound, chord)
        found = self._turned.get(plain)
        if found is None:
            shapes = list(self._mirrored(plain, sound, chord))
            found = self._turned[plain] = Shapes(plain.on_scale, shapes)
        return found

    @cached_property
    def _turned(self) -> dict[Shapes, Shapes]:
        return {}

    def _mirrored(self, plain: Shapes, sound: Sound, chord: Chord) -> Iterator[Shape]:
        above_root, maker = sound.above_c - chord.root.pitch_class, plain.on_scale.figures[0].maker
        for shape in plain.shapes:
            turned = shape_of(Tones.of(upside_down(shape.tones.all, maker)), above_root, chord)
            if turned is not None:
                yield turned
