"""Enclosures and approaches: the notes that surround a target and lead into it.

The words are the usual ones: above and below without more are a scale tone above and a half step below. A chromatic
note takes the letter next to the target's, with whatever alteration makes the step (below C is B, below G is F♯).
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace

from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.recipe.cell import parse_degrees
from dodecant.exercise.recipe.enclosures import ENCLOSURES, Enclosure
from dodecant.exercise.rhythm.timing import Units
from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import Scale


class Encloser:
    """Puts notes before the tones that are targets, on one sound."""

    def __init__(self, recipe: Enclosure, sound: Scale, ladder: Ladder, units_in_beat: int) -> None:
        self._recipe, self._ladder, self._units_in_beat = recipe, ladder, units_in_beat
        self._steps = Ladder(ladder.tonic, sound)
        self._targets = _targets(recipe, sound)
        self._made: dict[tuple[object, ...], FigureTone] = {}

    def around(
        self, groups: Sequence[Sequence[FigureTone]], *, at: Units = 0, room: Units | None = None
    ) -> tuple[list[FigureTone], Units]:
        """All groups in one line, each that begins on a target led into; and how long the pickup is, in note values.

        The line begins `at` so many note values after a beat. With a landing on the beat every target falls on one,
        also where its only leading note sounds already: the tone before is held until it does, and a pickup leads into
        the first one. With only so many note
        values of `room` (under a chord) there is no pickup, and an enclosure whose target would come too late does not
        begin: its target is played without it.
        """
        line: list[FigureTone] = []
        now, end = at, None if room is None else at + room
        pickup: Units = 0
        on_beats = self._recipe.landing == "beat"
        for number, group in enumerate(groups):
            led = number > 0 or end is None
            before = self.before(group[0], line[-1] if line else None) if led else []
            if on_beats and led and self.is_target(group[0]):
                if number == 0:
                    now -= len(before)
                wait = -(now + len(before)) % self._units_in_beat
                if end is not None and now + wait + len(before) >= end:
                    before = []
                elif line and wait:
                    line[-1] = self._held(line[-1], wait)
                    now += wait
                elif number == 0:
                    now += wait
                    pickup = at - now
            elif before and end is not None and now + len(before) >= end:
                before = []
            line += _led(before, group)
            now += len(before) + sum(tone.units for tone in group)
        return line, pickup

    def is_target(self, tone: FigureTone) -> bool:
        """Whether a tone is to be led into."""
        return self._targets is None or tone.degree in self._targets

    def before(self, target: FigureTone, last: FigureTone | None) -> list[FigureTone]:
        """The notes that lead into a target; one that would only repeat the note before it is left out."""
        if not self.is_target(target):
            return []
        found: list[FigureTone] = []
        for note in (self._note(word, target) for word in ENCLOSURES[self._recipe.kind]):
            before = found[-1] if found else last
            if before is None or before.pitch.midi != note.pitch.midi:
                found.append(note)
        return found

    def _held(self, tone: FigureTone, longer_by: Units) -> FigureTone:
        key = ("held", tone, longer_by)
        if key not in self._made:
            timing = tone.timing
            self._made[key] = replace(tone, timing=timing._replace(units=timing.units + longer_by))
        return self._made[key]

    def _note(self, note: str | int, target: FigureTone) -> FigureTone:
        key = (note, target)
        if key not in self._made:
            self._made[key] = (
                self._scale_tone(note, target) if isinstance(note, str) else self._half_steps(note, target)
            )
        return self._made[key]

    def _scale_tone(self, way: str, target: FigureTone) -> FigureTone:
        """The next tone of the sound above or below the target, on another letter."""
        rung = self._steps.next_to(target.pitch.midi, above=way == "up")
        pitch = self._steps.pitch(rung)
        if pitch.position == target.pitch.position:  # E♯ above E♭ is read as F
            pitch = pitch.moved(1 if way == "up" else -1, 0)
        return FigureTone(pitch, Degree.between(self._ladder.tonic, pitch.name), None, leads=True)

    def _half_steps(self, half_steps: int, target: FigureTone) -> FigureTone:
        pitch = target.pitch.moved(1 if half_steps > 0 else -1, half_steps)
        return FigureTone(pitch, Degree.between(self._ladder.tonic, pitch.name), None, leads=True)


def _led(before: Sequence[FigureTone], group: Sequence[FigureTone]) -> Iterable[FigureTone]:
    """What leads into a group, and the group: a group that waits does so with what leads into it."""
    if not before or not group[0].timing.waits:
        return [*before, *group]
    first, target = (replace(one, timing=one.timing._replace(waits=one is before[0])) for one in (before[0], group[0]))
    return [first, *before[1:], target, *group[1:]]


def _targets(recipe: Enclosure, sound: Scale) -> frozenset[Degree] | None:
    """The degrees that are led into, or None for all."""
    match recipe.targets:
        case "all":
            return None
        case "chord":
            return sound.frame
        case "thirds-sevenths":
            return frozenset(_own(sound, (3, 7)) & sound.frame)
        case "chosen":
            numbers = parse_degrees(recipe.degrees)
            # A plain number means the sound's own tone of that number, an altered one exactly that.
            own = _own(sound, [degree.number for degree in numbers if degree.alteration == 0])
            plain = {tone for tone in sound.tones for n in numbers if n.alteration == 0 and tone.number == n.number}
            return frozenset(own | set(numbers) | (set() if sound.reads else plain))


def _own(sound: Scale, numbers: Iterable[int]) -> set[Degree]:
    """The sound's tones of some numbers, as its chord hears them."""
    return {sound.degrees[place] for number in numbers if (place := sound.index_of(number)) is not None}
