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
from dodecant.exercise.fitting import in_reach
from dodecant.exercise.lick import Lean, Lick, chord_under
from dodecant.exercise.line import Line, Segment, Tones
from dodecant.exercise.problems import Problem, RecipeError
from dodecant.exercise.recipe import Recipe
from dodecant.exercise.route import Over, Sound, Stop
from dodecant.exercise.setting import Setting, Settings
from dodecant.exercise.timing import Timing, one_grid
from dodecant.instrument.profile import Instrument, Reach
from dodecant.music.degree import Degree
from dodecant.music.pitch import NoteName, Pitch


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
    plan: LickPlan,
    settings: Settings,
    instrument: Instrument,
    reach: Reach,
    *,
    own_limits: bool,
) -> Line:
    """The line of one stop: every note on the sound of the chord it is under, then all of it put in reach."""
    if not plan.events:
        raise RecipeError([Problem("/sounds/changes/text", "There is no chord to play over.", "Write a chord.")])
    worker = _Worker(stop, settings, plan)
    line = Line(tuple(worker.segments()))
    line = replace(line, lacks=worker.lacks, lacking="A sound of the changes" if worker.lacks else "")
    widest = reach if own_limits else instrument.full
    found = in_reach(line, reach, widest, recipe.player.lies)
    return line.folded(widest) if found is None else found


def _events(over: Sequence[Over], lick: Lick, lead_in: Fraction) -> list[_Event]:
    """The notes in order; each ends where the next one begins at the latest."""
    found: list[_Event] = []
    end_of_form = over[-1].start + over[-1].length
    begins = [one.start for one in over]
    first = int(lead_in > 0)  # a pickup belongs to the first chord
    statements = list(_statements(over, lick, lead_in))
    pickups = [begin - max(Fraction(0), lick.lead) for begin, _, _ in statements[1:]]
    for number, ((begin, last, chord), pickup) in enumerate(zip(statements, [*pickups, end_of_form], strict=True)):
        end = min(last, pickup)
        for index, tone in enumerate(lick.tones):
            start = begin + tone.start
            if 0 <= start < end:
                under = max(chord_under(start, Fraction(tone.timing.units), begins), first) if chord is None else chord
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


class LickPlan:
    """What is the same in every key: the events of a form in groups under each chord, and the tones made for them.

    A note is firm, or it leans into another that sounds. `anchors` tells for each group its first firm note, and the
    firm note whose step to it is kept: the last one of the same statement before it, or the very first.
    """

    def __init__(self, stop: Stop, lick: Lick) -> None:
        self.events, self.lick = _events(stop.over_written, lick, stop.lead_in), lick
        self.groups = [list(group) for _, group in groupby(self.events, key=lambda event: event.over)]
        self.timings = [_timings(group) for group in self.groups]
        self.firsts = list(accumulate((len(group) for group in self.groups), initial=0))
        self.where = {
            (event.statement, event.note): (number, place)
            for number, group in enumerate(self.groups)
            for place, event in enumerate(group)
        }
        self.anchors = list(self._anchors())
        self._firm: dict[tuple[int, int], list[FigureTone | None]] = {}
        self._timed: dict[tuple[int, int], FigureTone] = {}
        self._tones: dict[tuple[int, ...], Tones] = {}
        self._leaning: dict[tuple[Pitch, int], FigureTone] = {}

    def leans(self, event: _Event) -> Lean | None:
        """What the event's note leans into, where that sounds."""
        move = self.lick.tones[event.note].move
        return move if isinstance(move, Lean) and (event.statement, move.target) in self.where else None

    def _anchors(self) -> Iterator[tuple[int, tuple[int, int] | None] | None]:
        first: tuple[int, int] | None = None
        last: dict[int, tuple[int, int]] = {}
        for number, group in enumerate(self.groups):
            firm = [place for place, event in enumerate(group) if self.leans(event) is None]
            yield (firm[0], last.get(group[firm[0]].statement, first)) if firm else None
            for place in firm:
                last[group[place].statement] = (number, place)
            first = first or ((number, firm[0]) if firm else None)

    def firm(self, number: int, setting: Setting) -> list[FigureTone | None]:
        """The tones of a group on a sound, as they stand on C; None for those that lean."""
        key = (number, id(setting))  # settings live as long as this plan
        if key not in self._firm:
            self._firm[key] = [self._firm_tone(event, setting) for event in self.groups[number]]
        return self._firm[key]

    def _firm_tone(self, event: _Event, setting: Setting) -> FigureTone | None:
        if self.leans(event) is not None:
            return None
        note = self.lick.tones[event.note]
        return setting.figures[0].lick_tone(0, replace(note, move=note.exact) if isinstance(note.move, Lean) else note)

    def leaning(self, pitch: Pitch, note: int) -> FigureTone:
        """A leaning tone as it stands on C; the same one is the same object in every key."""
        key = (pitch, note)
        if key not in self._leaning:
            was = self.lick.tones[note].was
            self._leaning[key] = FigureTone(pitch, Degree.between(NoteName(0), pitch.name), None, was=was)
        return self._leaning[key]

    def tones(self, number: int, tones: Sequence[FigureTone]) -> Tones:
        """The tones of a group in their time. Tones are told by identity: they live as long as their settings."""
        name = (number, *map(id, tones))
        if name not in self._tones:
            timed = []
            for place, (tone, timing) in enumerate(zip(tones, self.timings[number], strict=True)):
                key = (id(tone), self.firsts[number] + place)
                if key not in self._timed:
                    self._timed[key] = replace(tone, timing=timing)
                timed.append(self._timed[key])
            self._tones[name] = Tones.of(timed)
        return self._tones[name]


@dataclass(frozen=True, slots=True)
class _Placed:
    """A group where it came to lie: its tones on C, its sound as read and as heard, its octave."""

    tones: list[FigureTone | None]
    sound: Sound
    heard: Sound
    setting: Setting
    shift: int

    def height(self, place: int) -> int:
        tone = self.tones[place]
        assert tone is not None  # noqa: S101 - asked for firm tones only
        return tone.pitch.midi + self.sound.above_c + 12 * self.shift


class _Worker:
    """Carries the notes over; tones that lean are placed from where their targets came to lie."""

    def __init__(self, stop: Stop, settings: Settings, plan: LickPlan) -> None:
        self._stop, self._settings, self._plan = stop, settings, plan
        self._placed: list[_Placed] = []

    def segments(self) -> Iterator[Segment]:
        """One segment for the notes under each chord, in order."""
        groups = self._plan.groups
        for number, group in enumerate(groups):
            self._placed.append(self._place(number, group[0].over))
        last = self._stop.over_written[-1]
        ends = [*(group[0].start for group in groups[1:]), last.start + last.length]
        for number, (group, placed, end) in enumerate(zip(groups, self._placed, ends, strict=True)):
            every = [tone or self._leaning(event, placed) for event, tone in zip(group, placed.tones, strict=True)]
            start, chord = group[0].start, self._stop.over_written[group[0].over].chord
            timed = self._plan.tones(number, every)
            yield Segment(timed, placed.sound, placed.heard, chord, start, end - start, held=False, shift=placed.shift)

    @property
    def lacks(self) -> tuple[int, ...]:
        """The numbers that some sound does not have."""
        return tuple(dict.fromkeys(number for placed in self._placed for number in placed.setting.lacks))

    def _place(self, number: int, over: int) -> _Placed:
        """The octave that keeps the step from the note before as it was."""
        sound, heard = self._stop.over_written[over].sound, self._stop.over_sounding[over].sound
        assert sound is not None and heard is not None  # noqa: S101, PT018 - events lie under sounds
        setting = self._settings.on(sound.scale)
        tones = self._plan.firm(number, setting)
        place, before_it = self._plan.anchors[number] or (0, None)
        first = tones[place]
        if before_it is None or first is None:
            return _Placed(tones, sound, heard, setting, 0)
        group, before = before_it
        notes, groups = self._plan.lick.tones, self._plan.groups
        step = notes[groups[number][place].note].pitch.midi - notes[groups[group][before].note].pitch.midi
        wanted = self._placed[group].height(before) + step
        shift = round((wanted - first.pitch.midi - sound.above_c) / 12)
        return _Placed(tones, sound, heard, setting, shift)

    def _leaning(self, event: _Event, placed: _Placed) -> FigureTone:
        """A tone so far from where its target came to lie, as it stands on C."""
        tonic, shift = placed.sound.tonic, placed.shift
        pitch = self._absolute(event)
        on_c = pitch.moved(-tonic.letter - 7 * shift, -placed.sound.above_c - 12 * shift)
        return self._plan.leaning(on_c, event.note)

    def _absolute(self, event: _Event) -> Pitch:
        """Where a note came to lie; one that leans, so far from its target."""
        lean = self._plan.leans(event)
        number, place = self._plan.where[event.statement, event.note]
        if lean is not None:
            group, target = self._plan.where[event.statement, lean.target]
            return self._absolute(self._plan.groups[group][target]).moved(lean.steps, lean.half_steps)
        placed = self._placed[number]
        tone = placed.tones[place]
        assert tone is not None  # noqa: S101 - it is firm
        tonic, shift = placed.sound.tonic, placed.shift
        return tone.pitch.moved(tonic.letter + 7 * shift, placed.sound.above_c + 12 * shift)


def _timings(group: Sequence[_Event]) -> list[Timing]:
    """Lengths in beats, and the silences up to the next note under the same chord."""
    ends = [event.start for event in group[1:]] + [group[-1].end]
    return [Timing(one.end - one.start, max(Fraction(0), end - one.end)) for one, end in zip(group, ends, strict=True)]
