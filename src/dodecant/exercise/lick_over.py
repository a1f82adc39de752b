"""A lick over changes: fitted chord by chord, its contour kept.

A lick that came from one chord begins anew on every chord; one that came from several runs through the form, its bars
against the form's bars.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import accumulate, groupby

from dodecant.exercise.figure import FigureTone
from dodecant.exercise.fitting import above_c, in_reach
from dodecant.exercise.lick import Lean, Lick
from dodecant.exercise.line import Line, Segment, Tones
from dodecant.exercise.problems import Problem, RecipeError
from dodecant.exercise.recipe import Recipe
from dodecant.exercise.route import Over, Sound, Stop
from dodecant.exercise.setting import Settings
from dodecant.exercise.timing import Timing, one_grid
from dodecant.instrument.profile import Instrument, Reach
from dodecant.music.degree import Degree
from dodecant.music.pitch import LETTER_SEMITONES, NoteName, Pitch


@dataclass(frozen=True)
class _Event:
    """One note of the lick where it sounds: its index, its statement, the chord it is under, start and end in beats."""

    note: int
    statement: int
    over: int
    start: Fraction
    end: Fraction


def fit_lick_over(
    recipe: Recipe,
    stop: Stop,
    lick: Lick,
    settings: Settings,
    instrument: Instrument,
    reach: Reach,
    *,
    own_limits: bool,
) -> Line:
    """The line of one stop: every note on the sound of the chord it is under, then all of it put in reach."""
    # The chords come at the same times in every key.
    if settings.events is None:
        settings.events = _Plan(_events(stop.over_written, lick, stop.lead_in))
    plan = settings.events
    if not isinstance(plan, _Plan) or not plan.events:
        raise RecipeError([Problem("/sounds/changes/text", "There is no chord to play over.", "Write a chord.")])
    worker = _Worker(stop, lick, settings, plan)
    segments = tuple(worker.segments())
    lacks = dict.fromkeys(number for setting in worker.used for number in setting)
    line = Line(segments, lacks=tuple(lacks), lacking="A sound of the changes" if lacks else "")
    widest = reach if own_limits else instrument.full
    found = in_reach(line, reach, widest, recipe.player.lies)
    return line.folded(widest) if found is None else found


def _events(over: Sequence[Over], lick: Lick, lead_in: Fraction) -> list[_Event]:
    """The notes in order; each ends where the next one begins at the latest."""
    found: list[_Event] = []
    end_of_form = over[-1].start + over[-1].length
    statements = list(_statements(over, lick, lead_in))
    pickups = [begin - max(Fraction(0), lick.lead) for begin, _, _ in statements[1:]]
    for number, ((begin, last, chord), pickup) in enumerate(zip(statements, [*pickups, end_of_form], strict=True)):
        end = min(last, pickup)
        for index, tone in enumerate(lick.tones):
            start = begin + tone.start
            if 0 <= start < end:
                under = _under(over, start, start + tone.timing.units, lead_in) if chord is None else chord
                if over[under].sound is not None:
                    found.append(_Event(index, number, under, start, min(start + tone.timing.units, end_of_form)))
    kept: list[_Event] = []
    for event in found:
        _make_room(kept, event.start)
        kept.append(event)
    return kept


def _make_room(kept: list[_Event], start: Fraction) -> None:
    """End the note before where another begins, so that their beat is divided one way; one that cannot is left out."""
    if not kept:
        return
    last, beat = kept[-1], start // 1
    clash = last.end > beat and last.end != start and not one_grid(last.end, start)
    if last.end > start or clash:
        kept[-1] = replace(last, end=start)
    if last.start > beat and not one_grid(last.start, start):
        kept.pop()
        _make_room(kept, start)


def _statements(over: Sequence[Over], lick: Lick, lead_in: Fraction) -> Iterator[tuple[Fraction, Fraction, int | None]]:
    """Where the lick begins, where it is cut off at the latest, and its chord where it has a single one."""
    end_of_form = over[-1].start + over[-1].length
    if len(lick.chords) > 1:
        begin = lead_in
        while begin < end_of_form:
            yield begin, end_of_form, None
            begin += lick.length
        return
    for _, same in groupby(enumerate(over), key=lambda item: (item[1].chord, item[1].sound)):
        span = list(same)
        number, first = span[0]
        begin, end = first.start, span[-1][1].start + span[-1][1].length
        while first.sound is not None and begin < end:
            yield begin, end, number
            begin += lick.length


def _under(over: Sequence[Over], start: Fraction, end: Fraction, lead_in: Fraction) -> int:
    """The chord that sounds, or the first one for a pickup; the next one, where a note is held into it."""
    now = max(number for number, one in enumerate(over) if one.start <= max(start, lead_in))
    following = now + 1
    if following < len(over) and over[following].start - start <= Fraction(1, 2) and end > over[following].start:
        return following
    return now


class _Plan:
    """The events of a form, in groups under each chord with their timings; and tones already made for them."""

    def __init__(self, events: Sequence[_Event]) -> None:
        self.events = events
        self.groups = [list(group) for _, group in groupby(events, key=lambda event: event.over)]
        self.timings = [_timings(group) for group in self.groups]
        self.firsts = list(accumulate((len(group) for group in self.groups), initial=0))
        self.sounding = {(event.statement, event.note) for event in events}
        self._timed: dict[tuple[int, int], FigureTone] = {}
        self._tones: dict[tuple[int, ...], Tones] = {}
        self._leaning: dict[tuple[Pitch, int], FigureTone] = {}

    def leaning(self, pitch: Pitch, note: int, was: Degree) -> FigureTone:
        """A leaning tone as it stands on C; the same one is the same object in every key."""
        key = (pitch, note)
        if key not in self._leaning:
            self._leaning[key] = FigureTone(pitch, Degree.between(NoteName(0), pitch.name), None, was=was)
        return self._leaning[key]

    def tones(self, group: int, tones: Sequence[FigureTone]) -> Tones:
        """The tones of a group in their time. Tones are told by identity: they live as long as their settings."""
        name = (group, *map(id, tones))
        if name not in self._tones:
            timed = []
            for place, (tone, timing) in enumerate(zip(tones, self.timings[group], strict=True)):
                key = (id(tone), self.firsts[group] + place)
                if key not in self._timed:
                    self._timed[key] = replace(tone, timing=timing)
                timed.append(self._timed[key])
            self._tones[name] = Tones.of(timed)
        return self._tones[name]


class _Worker:
    """Carries the notes over; tones that lean are placed from where their targets came to lie."""

    def __init__(self, stop: Stop, lick: Lick, settings: Settings, plan: _Plan) -> None:
        self._stop, self._lick, self._settings, self._plan = stop, lick, settings, plan
        self.used: list[tuple[int, ...]] = []
        self._placed: dict[tuple[int, int], Pitch] = {}

    def segments(self) -> Iterator[Segment]:
        """One segment for the notes under each chord, in order."""
        groups = self._plan.groups
        firm = [self._firm(group) for group in groups]
        ends = [group[0].start for group in groups[1:]] + [self._end()]
        for number, (group, (shift, tones), end) in enumerate(zip(groups, firm, ends, strict=True)):
            over = self._stop.over_written[group[0].over]
            heard = self._stop.over_sounding[group[0].over].sound
            assert over.sound is not None and heard is not None  # noqa: S101, PT018 - events lie under sounds
            every = [tone or self._leaning(event, over.sound, shift) for event, tone in zip(group, tones, strict=True)]
            timed, start = self._plan.tones(number, every), group[0].start
            yield Segment(timed, over.sound, heard, over.chord, start, end - start, held=False, shift=shift)

    def _end(self) -> Fraction:
        last = self._stop.over_written[-1]
        return last.start + last.length

    def _firm(self, group: Sequence[_Event]) -> tuple[int, list[FigureTone | None]]:
        """The octave of a group, and its tones but those that lean."""
        sound = self._stop.over_written[group[0].over].sound
        assert sound is not None  # noqa: S101 - events lie under sounds
        setting = self._settings.on(sound.scale)
        figure = setting.figures[0]
        tones: list[FigureTone | None] = []
        shift: int | None = None
        for event in group:
            note = self._lick.tones[event.note]
            if isinstance(note.move, Lean) and self._has_target(event, note.move):
                tones.append(None)
                continue
            firm = replace(note, move=note.exact) if isinstance(note.move, Lean) else note
            tone = figure.lick_tone(0, firm)
            if shift is None:
                shift = self._octave(event, tone.pitch.midi + above_c(sound))
            self._placed[event.statement, event.note] = _carried(tone.pitch, sound.tonic, shift)
            tones.append(tone)
        self.used.append(setting.lacks)
        return shift or 0, tones

    def _has_target(self, event: _Event, lean: Lean) -> bool:
        return (event.statement, lean.target) in self._plan.sounding

    def _octave(self, event: _Event, height: int) -> int:
        """Octaves that keep the step from the note before as it was; a new statement begins near where it began."""
        before = [placed for placed in self._placed if placed[0] == event.statement and placed[1] < event.note]
        if before:
            last = max(before)
            wanted = self._placed[last].midi + self._moved(last[1], event.note)
        elif self._placed:
            first = min(self._placed)
            wanted = self._placed[first].midi + self._moved(first[1], event.note)
        else:
            return 0
        return round((wanted - height) / 12)

    def _moved(self, one: int, other: int) -> int:
        return self._lick.tones[other].pitch.midi - self._lick.tones[one].pitch.midi

    def _leaning(self, event: _Event, sound: Sound, shift: int) -> FigureTone:
        """A tone so far from where its target came to lie, as it stands on C."""
        lean = self._lick.tones[event.note].move
        assert isinstance(lean, Lean)  # noqa: S101 - all others are firm
        pitch = self._absolute(event.statement, lean)
        up = LETTER_SEMITONES[sound.tonic.letter] + sound.tonic.alteration
        on_c = pitch.moved(-sound.tonic.letter - 7 * shift, -up - 12 * shift)
        return self._plan.leaning(on_c, event.note, self._lick.tones[event.note].was)

    def _absolute(self, statement: int, lean: Lean) -> Pitch:
        target = self._placed.get((statement, lean.target))
        if target is None:
            further = self._lick.tones[lean.target].move
            assert isinstance(further, Lean)  # noqa: S101 - all others are placed
            target = self._absolute(statement, further)
        return target.moved(lean.steps, lean.half_steps)


def _carried(pitch: Pitch, tonic: NoteName, shift: int) -> Pitch:
    """A pitch that stands on C, on another tonic and some octaves away."""
    up = LETTER_SEMITONES[tonic.letter] + tonic.alteration
    return pitch.moved(tonic.letter + 7 * shift, up + 12 * shift)


def _timings(group: Sequence[_Event]) -> list[Timing]:
    """Lengths in beats, and the silences up to the next note under the same chord."""
    ends = [event.start for event in group[1:]] + [group[-1].end]
    return [Timing(one.end - one.start, max(Fraction(0), end - one.end)) for one, end in zip(group, ends, strict=True)]
