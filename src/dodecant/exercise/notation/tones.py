"""What each tone of a line is where it is played: its pitch as read and as heard, its number, its weight of ink."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.melody.figure_tone import FigureTone, InChord
from dodecant.exercise.melody.line import Line, Segment, Tones
from dodecant.exercise.notation.roles import role_of
from dodecant.exercise.notation.score import Role, Tone
from dodecant.exercise.recipe.document import PlainFor, Recipe
from dodecant.instrument.profile import Instrument
from dodecant.music.core.degree import Degree
from dodecant.music.core.identity import Identities
from dodecant.music.core.pitch import Pitch
from dodecant.music.scales.hearing import hearing
from dodecant.music.scales.numbering import number_text, plainly
from dodecant.music.scales.scale import CHROMATIC

_C, _OCTAVE = Pitch(0, 0, 4), 7  # where lines stand before they are carried; steps
_Key = tuple[object, ...]
_TONE = partial(tuple.__new__, Tone)  # from all its parts at once: an exercise has thousands


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
        self._plain = recipe.spelling.plain
        self._name = Identities()
        self._functions: dict[_Key, dict[FigureTone, _ToneInSound]] = {}
        self._read: dict[_Key, dict[Pitch, Pitch]] = {}
        self._done: dict[_Key, dict[FigureTone, Tone]] = {}
        self._segments: dict[tuple[Tones, _Key], list[Tone]] = {}

    def tones(self, line: Line) -> list[Tone]:
        """The tones of a line in order."""
        found: list[Tone] = []
        known = self._segments
        for segment in line.segments:
            on_c = segment.on_c
            if on_c.all:
                key = (on_c, self._depends_on(segment))
                tones = known.get(key)
                if tones is None:
                    tones = known[key] = self._tones(segment, on_c.all, key[1])
                found += tones
        return found

    def _tones(self, segment: Segment, every: Sequence[FigureTone], key: _Key) -> list[Tone]:
        """Some tones on a segment's sound; `key` is all that what they are depends on."""
        known = self._done.setdefault(key, {})
        functions, read = self._functions.setdefault(key[:4], {}), self._read.setdefault(key[4:], {})
        same = segment.written is segment.sounding and not self._instrument.sounds_half_steps
        found: list[Tone] = []
        for raw in every:
            tone = known.get(raw)
            if tone is None:
                function = functions.get(raw)
                if function is None:
                    function = functions[raw] = self._function(segment, raw)
                if raw.in_chord is not None:
                    written: Pitch | None = _in_its_chord(segment, raw, raw.in_chord)
                elif raw.degree.alteration and self._plain_chromatic(segment, raw):
                    written = segment.pitch(raw).plain(white_keys_too=True)
                else:
                    written = read.get(raw.pitch)
                if written is None:
                    written = read[raw.pitch] = as_read(segment.pitch(raw), self._plain)
                heard = written if same else _as_heard(written, raw.degree, segment.sounding, self._instrument)
                lower = tuple(self._tones(segment, raw.lower_tones, key)) if raw.lower_tones else ()
                tone = known[raw] = _TONE((written, heard, raw.degree, *function, lower))
            found.append(tone)
        return found

    def _depends_on(self, segment: Segment) -> _Key:
        """All that what a tone is depends on but the tone: first, whatever the key, its sound, the one before and the
        chord as seen from it; then where it is carried to.
        """
        written, before, chord, name = segment.written, segment.before, segment.chord, self._name
        tonic = written.tonic
        quality, above = (name(chord.quality), _above_root(segment) % 12) if chord else (0, 0)
        in_sound = name(written.scale), name(before.scale) if before else 0, quality, above
        return (
            *in_sound,
            tonic.letter,
            tonic.alteration,
            segment.sounding.tonic.letter,
            segment.shift,
            segment.fold_into,
        )

    def _plain_chromatic(self, segment: Segment, raw: FigureTone) -> bool:
        """Whether an altered tone is a plain sharp or flat of the chromatic scale, whatever the key would call it."""
        scale = segment.written.scale
        if raw.rung is None:
            return False
        return scale.id == CHROMATIC or (self._recipe.ladder.chromatic and raw.degree not in scale.tones)

    def _function(self, segment: Segment, raw: FigureTone) -> _ToneInSound:
        """The number under a tone and its weight of ink: in its sound, or over changes against the chord."""
        scale, school, degree = segment.written.scale, self._recipe.numbers, raw.degree
        step = None if raw.rung is None else raw.rung % len(scale) + 1
        changed = segment.before is not None and degree not in segment.before.scale.tones
        called = plainly(degree, scale) if raw.leads and self._plain != "never" else degree
        if segment.chord is None:
            number = "" if school == "none" else number_text(called, scale, school, over_octave=_over_octave(raw))
            return _ToneInSound(step, number, role_of(degree, scale), changed)
        heard, role = hearing(segment.chord.quality)[(raw.pitch.midi + _above_root(segment)) % 12]
        weight: Role = role if role == "chord" or role_of(degree, scale) != "outside" else "outside"
        if school == "none":
            return _ToneInSound(step, "", weight, changed)
        number = heard.text if school == "chord" else number_text(called, scale, school, over_octave=_over_octave(raw))
        return _ToneInSound(step, number, weight, changed)


def _in_its_chord(segment: Segment, raw: FigureTone, chord: InChord) -> Pitch:
    """A tone of a chord that has moved off the key, spelled from the chord's own root."""
    carried = segment.pitch(raw)
    root = chord.root(Pitch.plainly(carried.midi - chord.interval.half_steps).name)
    return Pitch.named(chord.interval.name_above(root), carried.midi)


def _over_octave(raw: FigureTone) -> bool:
    """Whether a tone lies an octave or more above the root that its line stands on."""
    return raw.pitch.position - _C.position >= _OCTAVE


def _above_root(segment: Segment) -> int:
    """How many half steps the sound's tonic lies above the chord's root."""
    return segment.half_steps - segment.chord.root.pitch_class if segment.chord else 0


def as_read(pitch: Pitch, plain: PlainFor) -> Pitch:
    """The reader's spelling; what would need three signs is plain for everyone."""
    if plain == "never" and abs(pitch.alteration) <= 2:
        return pitch
    return pitch.plain(white_keys_too=plain == "all")


def _as_heard(written: Pitch, degree: Degree, sound: Sound, instrument: Instrument) -> Pitch:
    """The sounding pitch, spelled in the sounding key."""
    heard = instrument.sounding(written)
    name = degree.name_above(sound.tonic)
    if name.pitch_class != heard.midi % 12:
        return heard
    return Pitch.named(name, heard.midi)
