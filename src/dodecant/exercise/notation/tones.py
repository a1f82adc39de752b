"""What each tone of a line is where it is played: its pitch as read and as heard, its number, its weight of ink."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.line import Line, Segment
from dodecant.exercise.notation.roles import role_of
from dodecant.exercise.notation.score import Role, Tone
from dodecant.exercise.recipe.document import Recipe
from dodecant.instrument.profile import Instrument
from dodecant.music.core.degree import Degree
from dodecant.music.core.identity import Identities
from dodecant.music.core.pitch import Pitch
from dodecant.music.scales.hearing import hearing
from dodecant.music.scales.numbering import number_text

_CHROMATIC = "chromatic"


class _ToneInSound(NamedTuple):
    """What a tone is in its sound, whatever the key."""

    step: int | None
    number: str
    role: Role
    changed: bool


class ToneAnalyser:
    """Works every different tone out once; what does not depend on the key, once for all keys.

    Tones on C, scales and qualities are told by their identity.
    """

    def __init__(self, recipe: Recipe, instrument: Instrument) -> None:
        self._recipe, self._instrument = recipe, instrument
        self._name = Identities()
        self._functions: dict[tuple[int, ...], dict[FigureTone, _ToneInSound]] = {}
        self._read: dict[tuple[object, ...], dict[Pitch, Pitch]] = {}
        self._segments: dict[tuple[object, ...], list[Tone]] = {}
        self._done: dict[tuple[object, ...], dict[FigureTone, Tone]] = {}

    def tones(self, line: Line) -> list[Tone]:
        """The tones of a line in order."""
        found: list[Tone] = []
        for segment in line.segments:
            if not segment.tones:
                continue
            place, tonic, sounded = self._place(segment), segment.written.tonic, segment.sounding.tonic
            here = (*place, tonic.letter, tonic.alteration, sounded.letter, segment.shift, segment.fold_into)
            key = (here, segment.on_c)
            tones = self._segments.get(key)
            if tones is None:
                tones = self._segments[key] = self._tones(segment, segment.tones, place, here)
            found += tones
        return found

    def _tones(
        self, segment: Segment, every: Sequence[FigureTone], place: tuple[int, ...], here: tuple[object, ...]
    ) -> list[Tone]:
        """Some tones on a segment's sound; `place` and `here` are all that what they are depends on."""
        known, functions = self._done.setdefault(here, {}), self._functions.setdefault(place, {})
        read = self._read.setdefault(here[-5:], {})
        same = segment.written is segment.sounding and not self._instrument.sounds_half_steps
        found: list[Tone] = []
        for raw in every:
            tone = known.get(raw)
            if tone is None:
                function = functions.get(raw)
                if function is None:
                    function = functions[raw] = self._function(segment, raw)
                written = read.get(raw.pitch)
                if written is None:
                    pitch = segment.pitch(raw)
                    plain = self._plain_chromatic(segment, raw)
                    written = pitch.plain(white_keys_too=True) if plain else as_read(pitch, self._recipe)
                    read[raw.pitch] = written
                heard = written if same else _as_heard(written, raw.degree, segment.sounding, self._instrument)
                lower = tuple(self._tones(segment, raw.lower_tones, place, here)) if raw.lower_tones else ()
                tone = known[raw] = Tone(written, heard, raw.degree, *function, lower)
            found.append(tone)
        return found

    def _plain_chromatic(self, segment: Segment, raw: FigureTone) -> bool:
        """Whether a tone is a plain sharp or flat of the chromatic scale, whatever the key would call it."""
        scale = segment.written.scale
        if raw.rung is None or raw.degree.alteration == 0:
            return False
        return scale.id == _CHROMATIC or (self._recipe.ladder.chromatic and raw.degree not in scale.tones)

    def _place(self, segment: Segment) -> tuple[int, ...]:
        """All that a tone's function depends on but the tone: its sound, the one before, the chord as seen from it."""
        chord, before, name = segment.chord, segment.before, self._name
        scale = name(segment.written.scale), name(before.scale if before else None)
        return scale if chord is None else (*scale, name(chord.quality), _above_root(segment) % 12)

    def _function(self, segment: Segment, raw: FigureTone) -> _ToneInSound:
        """The number under a tone and its weight of ink: in its sound, or over changes against the chord."""
        scale, school, degree = segment.written.scale, self._recipe.numbers, raw.degree
        step = None if raw.rung is None else raw.rung % len(scale) + 1
        changed = segment.before is not None and degree not in segment.before.scale.tones
        if segment.chord is None:
            number = "" if school == "none" else number_text(degree, scale, school)
            return _ToneInSound(step, number, role_of(degree, scale), changed)
        heard, role = hearing(segment.chord.quality)[(raw.pitch.midi + _above_root(segment)) % 12]
        weight: Role = role if role == "chord" or role_of(degree, scale) != "outside" else "outside"
        if school == "none":
            return _ToneInSound(step, "", weight, changed)
        number = heard.text if school == "chord" else number_text(degree, scale, school)
        return _ToneInSound(step, number, weight, changed)


def _above_root(segment: Segment) -> int:
    """How many half steps the sound's tonic lies above the chord's root."""
    return segment.half_steps - segment.chord.root.pitch_class if segment.chord else 0


def as_read(pitch: Pitch, recipe: Recipe) -> Pitch:
    """The reader's spelling; what would need three signs is plain for everyone."""
    if recipe.spelling.plain == "never" and abs(pitch.alteration) <= 2:
        return pitch
    return pitch.plain(white_keys_too=recipe.spelling.plain == "all")


def _as_heard(written: Pitch, degree: Degree, sound: Sound, instrument: Instrument) -> Pitch:
    """The sounding pitch, spelled in the sounding key."""
    heard = instrument.sounding(written)
    name = degree.name_above(sound.tonic)
    if name.pitch_class != heard.midi % 12:
        return heard
    natural = Pitch(name.letter, name.alteration, 0)
    return Pitch(name.letter, name.alteration, (heard.midi - natural.midi) // 12)
