"""From a line to a strip: its notes in time, the bars they are written in, the signs they need."""

from __future__ import annotations

from collections.abc import Hashable, Iterator, Sequence
from fractions import Fraction
from itertools import accumulate

from dodecant.exercise.line import Line
from dodecant.exercise.notation import begun_in, write_bars, write_signs
from dodecant.exercise.recipe import Recipe
from dodecant.exercise.route import Stop
from dodecant.exercise.score import Bar, Note, Strip
from dodecant.exercise.signature import fifths_for, signature_alterations
from dodecant.exercise.timing import Span, grid_of, lay_out, note_value, poured
from dodecant.exercise.toning import Toner
from dodecant.instrument.profile import Instrument


class _Rhythm:
    """When the notes of a strip sound, the bars they are written in, and which notes begin in each bar."""

    def __init__(self, spans: list[Span], bars: tuple[Bar, ...]) -> None:
        self.starts = [start for start, _ in spans]
        self.lengths = [length for _, length in spans]
        self.bars, self.begun = bars, begun_in(bars)


class StripWriter:
    """Writes the strips of a recipe; strips with the same tones in the same places share their rhythm.

    The lines are kept while it works, so that their tones can be told by identity.
    """

    def __init__(self, recipe: Recipe, instrument: Instrument, beats: int) -> None:
        self._recipe, self._beats = recipe, beats
        self._toner = Toner(recipe, instrument)
        self._rhythms: dict[Hashable, _Rhythm] = {}
        self._kept: list[Line] = []

    def strip(self, stop: Stop, line: Line) -> Strip:
        """The strip of one stop."""
        self._kept.append(line)
        key = line.alike or (line.pickup, *((id(segment.on_c), segment.start) for segment in line.segments))
        rhythm = self._rhythms.get(key)
        if rhythm is None:
            rhythm = self._rhythms[key] = self._alike(line)
        spelling = self._recipe.spelling
        fifths = fifths_for(stop.written) if spelling.signature else 0
        tones = self._toner.tones(line)
        normal = signature_alterations(fifths)
        signs = write_signs(rhythm.begun, [tone.written for tone in tones], normal, cautionary=spelling.cautionary)
        every = self._recipe.placement.accents
        if every:
            accents = [place % every == 0 for place in range(len(tones))]
            notes = tuple(map(Note, rhythm.starts, rhythm.lengths, tones, signs, accents))
        else:
            notes = tuple(map(Note, rhythm.starts, rhythm.lengths, tones, signs))
        labels = tuple(_labels(line, notes)) if stop.chain else ()
        return Strip(stop, notes, rhythm.bars, fifths, line.octaves_open, labels)

    def _alike(self, line: Line) -> _Rhythm:
        """The rhythm of a line with other tones in the same time, or a new one."""
        key = (line.pickup, *((s.start, s.length, s.held, tuple([t.timing for t in s.tones])) for s in line.segments))
        found = self._rhythms.get(key)
        if found is None:
            found = self._rhythms[key] = self._rhythm(line)
        return found

    def _rhythm(self, line: Line) -> _Rhythm:
        """A `pickup` of so many note values comes before the first full bar; over changes chords name the places."""
        value, beats = note_value(self._recipe), self._beats
        spans: list[Span] = []
        end: Fraction | None = None
        slots = grid_of(self._recipe)
        now = (self._recipe.placement.start - line.pickup) * value
        now = now % beats if now < 0 else now
        for segment in line.segments:
            timings = (tone.timing for tone in segment.tones)
            begin = now if segment.length is None else segment.start
            here, now = poured(timings, begin, value, slots) if slots else lay_out(timings, begin, value)
            end = None if segment.length is None else segment.start + segment.length
            if end is not None and here and segment.held:
                here[-1] = (here[-1][0], end - here[-1][0])
            spans += here
        holds = self._recipe.placement.ending == "hold" and self._recipe.figure.kind != "lick"
        if end is None and holds:
            start, length = spans[-1]
            spans[-1] = (start, length + -(start + length) % beats)
        return _Rhythm(spans, write_bars(spans, beats, end=end))


def _labels(line: Line, notes: Sequence[Note]) -> Iterator[tuple[Fraction, str]]:
    """The name of every sound of a chain at the beat where it begins."""
    firsts = accumulate((len(segment.tones) for segment in line.segments[:-1]), initial=0)
    for first, segment in zip(firsts, line.segments, strict=True):
        if segment.before is None or segment.before.scale != segment.written.scale:
            yield notes[first].start, segment.written.scale.name
