"""From a line to a strip: its notes in time, the bars they are written in, the signs they need."""

from __future__ import annotations

from collections.abc import Hashable, Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import partial
from itertools import accumulate, pairwise, repeat
from operator import attrgetter

from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.line import Line, Segment, Tones
from dodecant.exercise.notation.bars import begun_in, write_bars, write_chord_signs, write_signs
from dodecant.exercise.notation.score import Note, Repeat, Strip, Tone, WrittenBar
from dodecant.exercise.notation.signature import fifths_for, signature_alterations
from dodecant.exercise.notation.tones import ToneAnalyser
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.figures import FigurePart
from dodecant.exercise.recipe.rhythm.placement import Call
from dodecant.exercise.rhythm.articulation import Articulations, Slur, marks_of, slurs_of
from dodecant.exercise.rhythm.call_and_response import answered
from dodecant.exercise.rhythm.timing import Span, fill_rhythm, lay_out, note_value, pace_of, rhythm_in
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Instrument
from dodecant.music.core.chord import Chord
from dodecant.music.core.metre import Metre
from dodecant.music.scales.numbering import NumberingSchool
from dodecant.music.scales.stacks import chord_of

_STRUCK_WITH = attrgetter("lower_tones")
_NOTE = partial(tuple.__new__, Note)  # from all its parts at once: a strip has hundreds


@dataclass(frozen=True)
class _StripRhythm:
    """When the notes of a strip sound and which tones of its line they are; how they are struck; the bars they fill."""

    order: Sequence[int]
    starts: list[Fraction]
    lengths: list[Fraction]
    bars: tuple[WrittenBar, ...]
    begun: tuple[tuple[int, ...], ...]
    begin: Fraction
    end: Fraction
    open_bars: frozenset[int]
    marks: list[Articulations] | None
    slurs: list[Slur]
    staged: bool
    repeats: tuple[Repeat, ...] = ()
    figures: tuple[range, ...] = ()


class StripWriter:
    """Writes the strips of a recipe; strips with the same tones in the same places share their rhythm.

    Where strips go straight on, each begins in the bar where the one before it ended.
    """

    def __init__(self, recipe: Recipe, instrument: Instrument, metre: Metre) -> None:
        self._recipe, self._metre = recipe, metre
        self._toner = ToneAnalyser(recipe, instrument)
        self._rhythms: dict[Hashable, _StripRhythm] = {}
        self._goes_on = recipe.placement.ending == "on" and recipe.over_changes is None
        self._pace = pace_of(recipe)

    def strip(self, stop: Stop, line: Line, place: Fraction | None = None) -> Strip:
        """The strip of one stop; it begins in its first bar at a `place` where the one before goes straight on."""
        # Chords come at the same times in every key, so that a timeline and the tones tell a rhythm.
        lead_in = stop.timeline.lead_in if stop.timeline else Fraction(0)
        key = (place, line.alike or (stop.timeline, line.pickup, *[segment.on_c for segment in line.segments]))
        rhythm = self._rhythms.get(key)
        if rhythm is None:
            rhythm = self._rhythms[key] = self._alike(line, place, lead_in)
        spelling = self._recipe.spelling
        fifths = fifths_for(stop.written) if spelling.signature else 0
        tones = self._toner.tones(line)
        if rhythm.order != range(len(tones)):
            tones = [tones[number] for number in rhythm.order]
        normal = signature_alterations(fifths)
        if any(map(_STRUCK_WITH, tones)):
            return self._struck(stop, line, rhythm, tones, fifths)
        signs = write_signs(rhythm.begun, [tone.written for tone in tones], normal, cautionary=spelling.cautionary)
        marks = rhythm.marks or repeat(())
        parts = zip(rhythm.starts, rhythm.lengths, tones, signs, marks, rhythm.slurs, repeat(()))
        return self._strip(stop, line, rhythm, tuple(map(_NOTE, parts)), fifths)

    def _struck(self, stop: Stop, line: Line, rhythm: _StripRhythm, tones: Sequence[Tone], fifths: int) -> Strip:
        """The same where tones are struck together."""
        chords = [(tone.written, *(one.written for one in tone.lower_tones)) for tone in tones]
        normal, cautionary = signature_alterations(fifths), self._recipe.spelling.cautionary
        signs = write_chord_signs(rhythm.begun, chords, normal, cautionary=cautionary)
        marks = rhythm.marks or [()] * len(tones)
        rows = zip(rhythm.starts, rhythm.lengths, tones, signs, marks, rhythm.slurs, strict=True)
        notes = tuple(
            Note(start, length, tone, one[0], mark, slur, one[1:]) for start, length, tone, one, mark, slur in rows
        )
        return self._strip(stop, line, rhythm, notes, fifths)

    def _alike(self, line: Line, place: Fraction | None, lead_in: Fraction) -> _StripRhythm:
        """The rhythm of a line with other tones in the same time, or a new one."""
        key = (
            place,
            line.pickup,
            lead_in,
            line.open,
            *map(_in_time, line.segments),
        )
        found = self._rhythms.get(key)
        if found is None:
            found = self._rhythms[key] = self._rhythm(line, place, lead_in)
        return found

    def _rhythm(self, line: Line, place: Fraction | None, lead_in: Fraction) -> _StripRhythm:
        """A `pickup` of so many note values comes before the first full bar; over changes chords name the places.

        What comes before the first barline is a short bar, in which the strip begins.
        """
        placement, bar, value = self._recipe.placement, self._metre.quarters, note_value(self._recipe)
        now = (placement.start - line.pickup) * value if place is None else place
        begin = (place or Fraction(0)) if self._goes_on else Fraction(0)
        if now < 0:
            now = now % bar
            begin = begin if self._recipe.over_changes else now
        repeats: tuple[Repeat, ...] = ()
        order: Sequence[int]
        end: Fraction | None
        at_barlines = placement.stages_at_barlines
        if len(stages := list(_stages(line, chained=at_barlines))) > 1 or (stages and stages[0][0].times > 1):
            (spans, order, repeats), end = self._staged(line, stages, (begin, now), at_barlines), None
        else:
            spans, end = self._spans(line, now)
            order = range(len(spans))
        if end is not None and lead_in:
            begin = spans[0][0] if spans[0][0] < lead_in else Fraction(0)
        if end is None and placement.ending == "full" and not self._recipe.figure.counts_beats:
            spans, order = self._filled_up(line, spans, now)
        holds = placement.ending == "hold" and not self._recipe.figure.counts_beats
        if end is None and holds:
            start, length = spans[-1]
            spans[-1] = (start, length + -(start + length) % bar)
        elif self._goes_on and (4 * sum(spans[-1])).denominator > 1:  # no beat is divided between two strips
            start, length = spans[-1]
            spans[-1] = (start, length + -(start + length) % 1)
        opened = frozenset(_whole_bars(line.open, bar))
        if placement.call is not None:
            spans, order, answers, end = answered(placement.call, spans, order, bar, end)
            opened |= answers
        marks, slurs = self._strokes(line, spans, order)
        last = sum(spans[-1], start=Fraction(0))
        bars = write_bars(spans, self._metre, begin=begin, end=last if self._goes_on else end, full=not self._goes_on)
        over = last if self._goes_on else len(bars) * bar
        starts, lengths = [start for start, _ in spans], [length for _, length in spans]
        if placement.times > 1:
            repeats = (Repeat(begin, over, placement.times),)
        elif placement.call is not None:
            repeats = _calls_again(placement.call, bar, over) if self._recipe.over_changes else ()
        begun, staged = begun_in(bars), any(tone.stage for segment in line.segments for tone in segment.tones)
        figures = tuple(_figures(line, order)) if self._recipe.names_chords != "none" else ()
        return _StripRhythm(
            order, starts, lengths, bars, begun, begin, over, opened, marks, slurs, staged, repeats, figures
        )

    def _strip(self, stop: Stop, line: Line, rhythm: _StripRhythm, notes: tuple[Note, ...], fifths: int) -> Strip:
        if stop.chain:
            labels = tuple(_labels(line, notes, rhythm.order))
        else:
            school = "major" if self._recipe.numbers == "none" else self._recipe.numbers
            labels = (*_in_turn(stop), *_staged(line, notes, rhythm, school))
        return Strip(
            stop,
            notes,
            rhythm.bars,
            fifths,
            line.octaves_open,
            labels,
            rhythm.begin,
            rhythm.end,
            rhythm.open_bars,
            repeats=rhythm.repeats,
            group=_figure_size(line, rhythm.order),
            chord_names=tuple(_chord_names(notes, rhythm.figures, self._recipe.figure)) if stop.in_key is None else (),
            ninths=self._recipe.numbers == "ninths",
        )

    def _staged(
        self, line: Line, stages: Sequence[_Stage], places: tuple[Fraction, Fraction], at_barlines: bool
    ) -> tuple[list[Span], list[int], tuple[Repeat, ...]]:
        """Every stage from a barline on, its last tone held till the next; and which of the line's tones are played.

        `places` are where the strip begins, and where its first note does.

        A stage that would end where the next begins, on the same tone, leaves it to that; in a stream every one does.
        """
        bar, (begin, now) = self._metre.quarters, places
        spans: list[Span] = []
        order: list[int] = []
        repeats: list[Repeat] = []
        number = 0
        for place, (segment, tones) in enumerate(stages):
            here = self._spans(replace(line, segments=(segment._replace(on_c=Tones(tuple(tones))),)), now)[0]
            following = stages[place + 1] if place + 1 < len(stages) else None
            end = here[-1][0] + here[-1][1]
            numbers = list(range(number, number + len(tones)))
            number += len(tones)
            if following is not None or segment.times > 1:
                first_segment, first = (following[0], following[1][0]) if following else (segment, tones[0])
                again = len(tones) > 1 and segment.pitch(tones[-1]).midi == first_segment.pitch(first).midi
                if again and (here[-1][0] % bar == 0 or not at_barlines):
                    here, numbers = here[:-1], numbers[:-1]
                    end = here[-1][0] + here[-1][1]
                end += -end % bar if at_barlines else 0
                here[-1] = (here[-1][0], end - here[-1][0])
            if segment.times > 1:
                repeats.append(Repeat(now if place else begin, end, segment.times))
            spans += here
            order += numbers
            now = end
        return spans, order, tuple(repeats)

    def _strokes(
        self, line: Line, spans: Sequence[Span], order: Sequence[int]
    ) -> tuple[list[Articulations] | None, list[Slur]]:
        """The marks of each note, where there are any, and the slurs."""
        placement, bar = self._recipe.placement, self._metre.quarters
        if not placement.marks and not placement.slurs:
            return None, [""] * len(spans)
        begins = _beginnings(line, order)
        in_bar = [(start % bar, length) for start, length in spans]
        slurs: list[Slur] = slurs_of(placement.slurs, spans, begins) if placement.slurs else [""] * len(spans)
        return marks_of(placement, in_bar, begins, note_value(self._recipe)), slurs

    def _spans(self, line: Line, now: Fraction) -> tuple[list[Span], Fraction | None]:
        """When the line's tones sound, and over changes the end of the form."""
        spans: list[Span] = []
        end: Fraction | None = None
        for segment in line.segments:
            value, rhythm = segment.pace or self._pace
            timings = (tone.timing for tone in segment.tones)
            begin = now if segment.length is None else segment.start
            if rhythm:
                here = fill_rhythm(timings, begin, rhythm)
                now = here[-1][0] + here[-1][1] if here else begin
            else:
                here, now = lay_out(timings, begin, value)
            end = None if segment.length is None else segment.start + segment.length
            if end is not None and here and segment.held:
                here[-1] = (here[-1][0], end - here[-1][0])
            if spans and here and sum(spans[-1]) > here[0][0]:  # a note of a rhythm that lasts into the next chord
                spans[-1] = (spans[-1][0], here[0][0] - spans[-1][0])
            spans += here
        if end is not None and spans:
            start, length = spans[-1]
            spans[-1] = (start, min(length, end - start))
        return spans, end

    def _filled_up(self, line: Line, spans: list[Span], now: Fraction) -> tuple[list[Span], list[int]]:
        """The last segment begun again, without the tone it ended on, until its bar is full."""
        bar = self._metre.quarters
        last = spans[-1][0] + spans[-1][1]
        end = -(-last // bar) * bar
        first = len(spans) - len(line.segments[-1].tones)
        more = list(range(first, len(spans)))
        tones = [tone for segment in line.segments for tone in segment.tones]
        if len(more) > 1 and tones[first].pitch == tones[-1].pitch:
            more = more[1:]
        order = list(range(len(spans)))
        leading = self._recipe.enclosure
        in_beats = leading is not None and leading.landing == "beat" and not rhythm_in(self._recipe)
        while spans[-1][0] + spans[-1][1] < end:
            order += more
            if in_beats:
                spans += _again(spans, more)
                continue
            longer = [tones[number] for number in order]
            segment = Segment(Tones.of(longer), line.segments[-1].written, line.segments[-1].sounding)
            spans = self._spans(replace(line, segments=(segment,)), now)[0]
        kept = [(start, min(length, end - start)) for start, length in spans if start < end]
        while tones[order[len(kept) - 1]].leads:  # into a target that comes too late
            kept.pop()
            kept[-1] = (kept[-1][0], end - kept[-1][0])
        return kept, order[: len(kept)]


def _whole_bars(spans: Sequence[Span], bar: Fraction) -> Iterator[int]:
    """The bars (from 0) that lie wholly in spans from one beat to another; spans that meet are one."""
    joined: list[Span] = []
    for start, end in spans:
        if joined and joined[-1][1] == start:
            joined[-1] = (joined[-1][0], end)
        else:
            joined.append((start, end))
    for start, end in joined:
        yield from range(int(-(-start // bar)), int(end // bar))


def _calls_again(call: Call, bar: Fraction, end: Fraction) -> tuple[Repeat, ...]:
    """Over changes every call, with the bars left open after it, comes again under repeat signs where it is wanted."""
    if not call.twice:
        return ()
    whole = (call.bars + call.open) * bar
    return tuple(Repeat(n * whole, min((n + 1) * whole, end), 2) for n in range(int(-(-end // whole))))


def _beginnings(line: Line, order: Sequence[int]) -> list[bool]:
    """Which notes a figure begins with."""
    timings = [tone.timing.begins for segment in line.segments for tone in segment.tones]
    return [number == 0 or timings[number] for number in order]


def _figures(line: Line, order: Sequence[int]) -> Iterator[range]:
    """The notes of each figure, but for what leads into it."""
    tones = [tone for segment in line.segments for tone in segment.tones]
    begins = [place for place, begin in enumerate(_beginnings(line, order)) if begin]
    for first, end in pairwise([*begins, len(order)]):
        own = [place for place in range(first, end) if not tones[order[place]].leads]
        if own:
            yield range(own[0], own[-1] + 1)


def _chord_names(notes: Sequence[Note], figures: Sequence[range], part: FigurePart) -> Iterator[tuple[Fraction, Chord]]:
    """The chord that each figure makes, where it begins."""
    for figure in figures:
        tones = [tone for place in figure for tone in (notes[place].tone, *notes[place].tone.lower_tones)]
        chord = chord_of(
            [tone.written.name for tone in sorted(tones, key=lambda tone: tone.written.midi)],
            inverted=part.inverts_chords,
        )
        if chord is not None:
            yield notes[figure[0]].start, chord


def _in_time(segment: Segment) -> Hashable:
    """All of a segment that its rhythm depends on."""
    tones = tuple([(tone.timing, tone.stage) for tone in segment.tones])
    return segment.start, segment.length, segment.held, segment.times, segment.pace, tones


_Stage = tuple[Segment, list[FigureTone]]


def _stages(line: Line, *, chained: bool) -> Iterator[_Stage]:
    """The stages of a line on one sound, or every sound of a chain where it is `chained` so; none over changes."""
    if line.segments[0].length is not None or (len(line.segments) > 1 and not chained):
        return
    for segment in line.segments:
        here: list[FigureTone] = []
        for tone in segment.tones:
            if tone.stage and here:
                yield segment, here
                here = []
            here.append(tone)
        if here:
            yield segment, here


def _again(spans: list[Span], numbers: Sequence[int]) -> list[Span]:
    """Notes once more, each in its place in the beat; the last note of the `spans` is held until they begin."""
    start, length = spans[-1]
    first = spans[numbers[0]][0]
    later = -(-(start + length - first) // 1)
    spans[-1] = (start, first + later - start)
    return [(begin + later, held) for begin, held in (spans[number] for number in numbers)]


def _figure_size(line: Line, order: Sequence[int]) -> int:
    """How many notes each figure of a line has that is written as it is, note by note; 0 where they differ."""
    if line.group <= 1 or len(line.segments) != 1 or len(order) != line.size:
        return 0
    return int(line.group) if all(tone.units == 1 for tone in line.segments[0].tones[: -int(line.group)]) else 0


def _staged(
    line: Line, notes: Sequence[Note], rhythm: _StripRhythm, school: NumberingSchool
) -> Iterator[tuple[Fraction, str]]:
    """The name of every stage where it begins."""
    if not rhythm.staged:
        return
    names = [(tone.stage, segment.written.scale) for segment in line.segments for tone in segment.tones]
    for note, number in zip(notes, rhythm.order, strict=True):
        stage, scale = names[number]
        if stage is not None:
            yield note.start, stage.text(scale, school)


def _in_turn(stop: Stop) -> Iterator[tuple[Fraction, str]]:
    """The sound of every chord that has several in turn, where its chord comes; not again where it goes on."""
    several = stop.timeline.several if stop.timeline else ()
    places = {place for _, place in several}
    for start, place in several:
        sound = stop.chords_written[place].sound
        goes_on = place - 1 in places and stop.chords_written[place - 1].sound == sound
        if sound is not None and not goes_on:
            yield start, sound.text


def _labels(line: Line, notes: Sequence[Note], order: Sequence[int]) -> Iterator[tuple[Fraction, str]]:
    """The name of every sound of a chain at the beat where it begins."""
    firsts = accumulate((len(segment.tones) for segment in line.segments[:-1]), initial=0)
    for first, segment in zip(firsts, line.segments, strict=True):
        if segment.before is None or segment.before.scale != segment.written.scale:
            yield notes[order.index(first)].start, segment.written.scale.name
