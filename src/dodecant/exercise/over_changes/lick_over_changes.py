"""A lick over changes: fitted chord by chord, its contour kept."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.melody.figure import FigureTone
from dodecant.exercise.melody.fitting import in_reach
from dodecant.exercise.melody.lick import Lean
from dodecant.exercise.melody.line import Line, Segment, Tones
from dodecant.exercise.melody.setting import Setting, Settings
from dodecant.exercise.over_changes.lick_timing import Event, LickForm
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Instrument, Reach
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName, Pitch


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
    if not plan.form.groups:
        raise RecipeError([Problem("/sounds/changes/text", "There is no chord to play over.", "Write a chord.")])
    worker = _Worker(stop, settings, plan)
    line = Line(tuple(worker.segments()), alike=stop.timeline)
    line = replace(line, lacks=worker.lacks, lacking="A sound of the changes" if worker.lacks else "")
    widest = reach if own_limits else instrument.full
    found = in_reach(line, reach, widest, recipe.player.lies)
    return line.folded(widest) if found is None else found


class LickPlan:
    """The tones made for a lick over changes: those of a sound once for all keys."""

    def __init__(self, form: LickForm) -> None:
        self.form = form
        self._firm: dict[tuple[int, int], list[FigureTone | None]] = {}
        self._timed: dict[tuple[int, int], FigureTone] = {}
        self._tones: dict[tuple[int, ...], Tones] = {}
        self._leaning: dict[tuple[Pitch, int], FigureTone] = {}

    def firm(self, number: int, setting: Setting) -> list[FigureTone | None]:
        """The tones of a group on a sound, as they stand on C; None for those that lean."""
        key = (number, id(setting))  # settings live as long as this plan
        if key not in self._firm:
            self._firm[key] = [self._firm_tone(event, setting) for event in self.form.groups[number]]
        return self._firm[key]

    def _firm_tone(self, event: Event, setting: Setting) -> FigureTone | None:
        if self.form.leans(event) is not None:
            return None
        note = self.form.lick.tones[event.note]
        return setting.figures[0].lick_tone(0, replace(note, move=note.exact) if isinstance(note.move, Lean) else note)

    def leaning(self, pitch: Pitch, note: int) -> FigureTone:
        """A leaning tone as it stands on C; the same one is the same object in every key."""
        key = (pitch, note)
        if key not in self._leaning:
            was = self.form.lick.tones[note].was
            self._leaning[key] = FigureTone(pitch, Degree.between(NoteName(0), pitch.name), None, was=was)
        return self._leaning[key]

    def tones(self, number: int, tones: Sequence[FigureTone]) -> Tones:
        """The tones of a group in their time. Tones are told by identity: they live as long as their settings."""
        name = (number, *map(id, tones))
        if name not in self._tones:
            timed = []
            for place, (tone, timing) in enumerate(zip(tones, self.form.timings[number], strict=True)):
                key = (id(tone), self.form.firsts[number] + place)
                if key not in self._timed:
                    self._timed[key] = replace(tone, timing=timing)
                timed.append(self._timed[key])
            self._tones[name] = Tones.of(timed)
        return self._tones[name]


class _Placed(NamedTuple):
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
        groups = self._plan.form.groups
        for number, group in enumerate(groups):
            self._placed.append(self._place(number, group[0].over))
        for number, (group, placed) in enumerate(zip(groups, self._placed, strict=True)):
            every = [tone or self._leaning(event, placed) for event, tone in zip(group, placed.tones, strict=True)]
            chord, (start, length) = self._stop.over_written[group[0].over].chord, self._plan.form.spans[number]
            timed = self._plan.tones(number, every)
            yield Segment(timed, placed.sound, placed.heard, chord, start, length, held=False, shift=placed.shift)

    @property
    def lacks(self) -> tuple[int, ...]:
        """The numbers that some sound does not have."""
        return tuple(dict.fromkeys(number for placed in self._placed for number in placed.setting.lacks))

    def _place(self, number: int, over: int) -> _Placed:
        """The octave that keeps the step from the note before as it was."""
        sound, heard = self._stop.over_written[over].sound, self._stop.over_sounding[over].sound
        assert sound is not None and heard is not None  # noqa: S101, PT018 - events lie under sounds
        setting = self._settings.under_chord(self._stop.timeline, over, sound.scale)
        tones = self._plan.firm(number, setting)
        place, before_it = self._plan.form.anchors[number] or (0, None)
        first = tones[place]
        if before_it is None or first is None:
            return _Placed(tones, sound, heard, setting, 0)
        group, before = before_it
        wanted = self._placed[group].height(before) + self._plan.form.steps[number]
        shift = round((wanted - first.pitch.midi - sound.above_c) / 12)
        return _Placed(tones, sound, heard, setting, shift)

    def _leaning(self, event: Event, placed: _Placed) -> FigureTone:
        """A tone so far from where its target came to lie, as it stands on C."""
        return self._plan.leaning(placed.sound.on_c(self._absolute(event), placed.shift), event.note)

    def _absolute(self, event: Event) -> Pitch:
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
