"""A lick over changes: fitted chord by chord, its contour kept."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Sound, Timeline
from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.figures.lick import LickTones
from dodecant.exercise.melody.fitting import in_reach
from dodecant.exercise.melody.lick import Lean
from dodecant.exercise.melody.line import Line, Segment, Tones
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.melody.recipe_on_scale import RecipeOnScale, RecipeOnScales
from dodecant.exercise.over_changes.lick_timing import LickInTime, PlacedLickNote, lick_in_time
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.routes.stops import Stop
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName, Pitch


class LickLinesOverChanges:
    """A line builder: every note of a lick on the sound of the chord it is under, then all of it put in reach."""

    def __init__(self, work: LineWork) -> None:
        assert work.lick is not None  # noqa: S101 - a lick is analysed before it is laid over changes
        self._work, self._lick = work, work.lick
        self._plans: dict[Timeline, LickPlan] = {}

    def line(self, stop: Stop) -> Line:
        """The line of one stop; raises RecipeError where there is no chord to play over."""
        line = self.anywhere(stop)
        if not line.segments:
            raise RecipeError([Problem("/sounds/changes/text", "There is no chord to play over.", "Write a chord.")])
        found = in_reach(line, self._work.player)
        return line.folded(self._work.player.widest) if found is None else found

    def anywhere(self, stop: Stop) -> Line:
        """The line before it is put in reach; without segments where no chord sounds."""
        if stop.form not in self._plans:
            self._plans[stop.form] = LickPlan(lick_in_time(stop.form, self._lick))
        carrier = _LickCarrier(stop, self._work.scales, self._plans[stop.form])
        line = Line(tuple(carrier.segments()), alike=stop.form)
        missing = carrier.missing if line.segments else ()
        return replace(line, missing=missing, missing_on="A sound of the changes" if missing else "")


class LickPlan:
    """The tones made for a lick over changes: those of a sound once for all keys."""

    def __init__(self, form: LickInTime) -> None:
        self.form = form
        self._firm: dict[tuple[int, RecipeOnScale], list[FigureTone | None]] = {}
        self._timed: dict[tuple[FigureTone, int], FigureTone] = {}
        self._tones: dict[tuple[int, tuple[FigureTone, ...]], Tones] = {}
        self._leaning: dict[tuple[Pitch, int], FigureTone] = {}
        self._missing: dict[tuple[int, RecipeOnScale], tuple[int, ...]] = {}

    def firm(self, number: int, on_scale: RecipeOnScale) -> list[FigureTone | None]:
        """The tones of a group on a sound, as they stand on C; None for those that lean."""
        key = (number, on_scale)
        if key not in self._firm:
            self._firm[key] = [self._firm_tone(event, on_scale) for event in self.form.groups[number]]
        return self._firm[key]

    def _firm_tone(self, event: PlacedLickNote, on_scale: RecipeOnScale) -> FigureTone | None:
        if self.form.leans(event) is not None:
            return None
        note = self.form.lick.tones[event.note]
        return _lick_on(on_scale).carried(0, replace(note, move=note.exact) if isinstance(note.move, Lean) else note)

    def missing(self, number: int, on_scale: RecipeOnScale) -> tuple[int, ...]:
        """The numbers of a group's notes that a sound does not have."""
        key = (number, on_scale)
        if key not in self._missing:
            notes = [self.form.lick.tones[event.note] for event in self.form.groups[number]]
            self._missing[key] = _lick_on(on_scale).missing_of(notes)
        return self._missing[key]

    def leaning(self, pitch: Pitch, note: int) -> FigureTone:
        """A leaning tone as it stands on C; the same one is the same object in every key."""
        key = (pitch, note)
        if key not in self._leaning:
            was = self.form.lick.tones[note].was
            self._leaning[key] = FigureTone(pitch, Degree.between(NoteName(0), pitch.name), None, was=was)
        return self._leaning[key]

    def tones(self, number: int, tones: Sequence[FigureTone]) -> Tones:
        """The tones of a group in their time."""
        name = (number, tuple(tones))
        if name not in self._tones:
            timed = []
            for place, (tone, timing) in enumerate(zip(tones, self.form.timings[number], strict=True)):
                key = (tone, self.form.firsts[number] + place)
                if key not in self._timed:
                    self._timed[key] = replace(tone, timing=timing)
                timed.append(self._timed[key])
            self._tones[name] = Tones.of(timed)
        return self._tones[name]


class _PlacedNote(NamedTuple):
    """A group where it came to lie: its tones on C, its sound as read and as heard, its octave."""

    tones: list[FigureTone | None]
    sound: Sound
    heard: Sound
    on_scale: RecipeOnScale
    shift: int

    def height(self, place: int) -> int:
        tone = self.tones[place]
        assert tone is not None  # noqa: S101 - asked for firm tones only
        return tone.pitch.midi + self.sound.above_c + 12 * self.shift


class _LickCarrier:
    """Carries the notes over; tones that lean are placed from where their targets came to lie."""

    def __init__(self, stop: Stop, scales: RecipeOnScales, plan: LickPlan) -> None:
        self._stop, self._scales, self._plan = stop, scales, plan
        self._placed: list[_PlacedNote] = []

    def segments(self) -> Iterator[Segment]:
        """One segment for the notes under each chord, in order."""
        groups = self._plan.form.groups
        for number, group in enumerate(groups):
            self._placed.append(self._place(number, group[0].over))
        for number, (group, placed) in enumerate(zip(groups, self._placed, strict=True)):
            every = [tone or self._leaning(event, placed) for event, tone in zip(group, placed.tones, strict=True)]
            chord, (start, length) = self._stop.chords_written[group[0].over].chord, self._plan.form.spans[number]
            timed = self._plan.tones(number, every)
            yield Segment(timed, placed.sound, placed.heard, chord, start, length, held=False, shift=placed.shift)

    @property
    def missing(self) -> tuple[int, ...]:
        """The numbers of notes that sound where their sound does not have them."""
        found = [self._plan.missing(number, placed.on_scale) for number, placed in enumerate(self._placed)]
        return tuple(dict.fromkeys(number for numbers in found for number in numbers))

    def _place(self, number: int, over: int) -> _PlacedNote:
        """The octave that keeps the step from the note before as it was."""
        sound, heard = self._stop.chords_written[over].sound, self._stop.chords_sounding[over].sound
        assert sound is not None and heard is not None  # noqa: S101, PT018 - events lie under sounds
        on_scale = self._scales.under_chord(self._stop.timeline, over, sound.scale)
        tones = self._plan.firm(number, on_scale)
        place, before_it = self._plan.form.anchors[number] or (0, None)
        first = tones[place]
        if before_it is None or first is None:
            return _PlacedNote(tones, sound, heard, on_scale, 0)
        group, before = before_it
        wanted = self._placed[group].height(before) + self._plan.form.steps[number]
        shift = round((wanted - first.pitch.midi - sound.above_c) / 12)
        return _PlacedNote(tones, sound, heard, on_scale, shift)

    def _leaning(self, event: PlacedLickNote, placed: _PlacedNote) -> FigureTone:
        """A tone so far from where its target came to lie, as it stands on C."""
        return self._plan.leaning(placed.sound.on_c(self._absolute(event), placed.shift), event.note)

    def _absolute(self, event: PlacedLickNote) -> Pitch:
        """Where a note came to lie; one that leans, so far from its target."""
        lean = self._plan.form.leans(event)
        number, place = self._plan.form.where[event.statement, event.note]
        if lean is not None:
            group, target = self._plan.form.where[event.statement, lean.target]
            return self._absolute(self._plan.form.groups[group][target]).moved(lean.steps, lean.half_steps)
        placed = self._placed[number]
        tone = placed.tones[place]
        assert tone is not None  # noqa: S101 - it is firm
        return placed.sound.from_c(tone.pitch, placed.shift)


def _lick_on(on_scale: RecipeOnScale) -> LickTones:
    figure = on_scale.figures[0]
    assert isinstance(figure, LickTones)  # noqa: S101 - the recipe's figure is a lick
    return figure
