"""Which rule holds over each chord of a timeline, and the sounds that rules bring.

A chord's step and role are those in the key of the moment (`chord_scale_fit/place.py`): the D7 that leads to G is a V.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from functools import lru_cache
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import DueChord, Timeline
from dodecant.exercise.recipe.etude.where import QualityFamily, Where, number_spans
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.sounding.changes_document import SoundChoice
from dodecant.exercise.recipe.sounding.scale_choice import chosen_scale
from dodecant.music.chord_scale_fit.fit import weigh
from dodecant.music.chord_scale_fit.place import Place
from dodecant.music.core.chord import Chord, Quality
from dodecant.music.core.chord_symbol import read_chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.numeral import step_of
from dodecant.music.core.pitch import NoteName, alteration_of
from dodecant.music.scales.scale import Scale, ScaleCatalogue

_NUMERALS = ("I", "II", "III", "IV", "V", "VI", "VII")
_FIFTH = 7  # half steps


@lru_cache(maxsize=64)
def rules_over(timeline: Timeline, places: tuple[Where, ...]) -> tuple[int | None, ...]:
    """For every chord of a timeline the number of the rule that holds; None where none does.

    Of several the one that tells more exactly, of equals the first. Raises RecipeError for a place the form does not
    have.
    """
    problems = [problem for number, where in enumerate(places) for problem in _not_there(timeline, number, where)]
    if problems:
        raise RecipeError(problems)
    stands = standing(timeline)
    order = sorted(range(len(places)), key=lambda number: (-places[number].specific, number))
    pressed = {number: _pressed(timeline, where) for number, where in enumerate(places) if where.chords}
    found: list[int | None] = []
    for due, where in zip(timeline.due, stands, strict=True):
        if where is None:
            found.append(None)
            continue
        held = (
            number
            for number in order
            if _holds(places[number], where)
            and _at_place(places[number], due)
            and (number not in pressed or due.number in pressed[number])
        )
        found.append(next(held, None))
    return tuple(found)


class RuleScope(NamedTuple):
    """A chord, its place, and the chord before it."""

    chord: Chord
    place: Place
    before: Chord | None = None

    @property
    def rests(self) -> bool:
        """Whether it is a dominant at rest in a blues; after its own II it goes on."""
        led = self.before is not None and self.before.quality.two
        two_five = led and self.before is not None and _falls(self.before, self.chord) == _FIFTH
        return self.place.rests(self.chord) and not two_five

    @property
    def step(self) -> tuple[int, int]:
        """Its step in the key of the moment, and how far that is altered."""
        key = self.place.key if self.rests else None
        degree = step_of(self.chord, key or self.place.key_of_the_moment(self.chord))
        return degree.number, degree.alteration

    @property
    def roles(self) -> frozenset[str]:
        """What it does there, by the names rules use."""
        quality, following = self.chord.quality, self.place.next
        found: set[str] = set()
        if self.step == (1, 0) and (not quality.dominant or self.rests):
            found |= {"tonic", "tonic-minor" if quality.third == "minor" else "tonic-major"}
        if quality.dominant:
            found.add("dominant")
            if following is not None and not self.rests and _falls(self.chord, following) in (_FIFTH, 1):
                found.add("dominant-resolving")
                if not following.quality.dominant:
                    found.add(f"dominant-to-{'minor' if following.quality.third == 'minor' else 'major'}")
        return frozenset(found)


@lru_cache(maxsize=64)
def standing(timeline: Timeline) -> tuple[RuleScope | None, ...]:
    """Where every chord of a timeline stands; None for what has no sound."""
    found: list[RuleScope | None] = []
    before: Chord | None = None
    for due in timeline.due:
        sounds = None if due.number is None else timeline.harmony.chords[due.number]
        if sounds is None or sounds.chord is None or due.sound is None:
            found.append(None)
            continue
        found.append(RuleScope(sounds.chord.heard, sounds.place, before))
        before = sounds.chord.heard
    return tuple(found)


def _falls(chord: Chord, following: Chord) -> int:
    """How many half steps a root goes down; a fifth, or one as a tritone substitute does."""
    return (chord.root.pitch_class - following.root.pitch_class) % 12


def _holds(where: Where, stands: RuleScope) -> bool:
    """Whether the chord is of the kind that is told."""
    if where.quality != "any" and where.quality != family_of(stands.chord.quality):
        return False
    if where.step and _step(where.step) != stands.step:
        return False
    return where.role == "any" or where.role in stands.roles


def _at_place(where: Where, due: DueChord) -> bool:
    """Whether the chord is at the place of the form that is told."""
    bar = due.bar + 1
    if where.bars and not _inside(bar, where.bars):
        return False
    if where.phrase and not _inside(due.bar % where.phrase + 1, where.phrase_bars):
        return False
    if where.choruses and not _inside(due.chorus + 1, where.choruses):
        return False
    return not where.section or due.section.casefold() == where.section.strip().casefold()


def _inside(number: int, spans: str) -> bool:
    return any(number in span for span in number_spans(spans))


def family_of(quality: Quality) -> QualityFamily:
    """The family of a chord's quality.

    >>> from dodecant.music.core.chord_symbol import parse_quality
    >>> [family_of(parse_quality(text)) for text in ("maj7", "m9", "7(♭9)", "m7♭5", "9sus4", "m(maj7)", "+")]
    ['major', 'minor', 'dominant', 'half-diminished', 'sus', 'minor-major', 'augmented']
    """
    if quality.third in ("sus4", "sus2"):
        return "sus"
    if quality.dominant:
        return "dominant"
    if quality.third == "minor":
        if quality.fifths == (-1,):
            return "half-diminished" if quality.seventh == "minor" else "diminished"
        return "minor-major" if quality.seventh == "major" else "minor"
    return "augmented" if quality.fifths == (1,) else "major"


def _step(text: str) -> tuple[int, int]:
    numeral = text.lstrip("♭b♯#")
    return _NUMERALS.index(numeral.upper()) + 1, alteration_of(text[: len(text) - len(numeral)])


def _pressed(timeline: Timeline, where: Where) -> frozenset[int]:
    """The chords that were pressed: by number, or, when bars have moved, the nearest with the symbol."""
    chords = [slot.chord for slot in timeline.harmony.changes.slots]
    found: set[int] = set()
    for one in where.chords:
        meant = read_chord(one.symbol)
        if one.chord < len(chords) and (not one.symbol or (meant and meant == chords[one.chord])):
            found.add(one.chord)
            continue
        same = [number for number, chord in enumerate(chords) if meant and chord == meant]
        if same:
            found.add(min(same, key=lambda number: (abs(number - one.chord), number)))
    return frozenset(found)


def _not_there(timeline: Timeline, number: int, where: Where) -> Iterator[Problem]:
    """Places that the form does not have."""
    changes = timeline.harmony.changes
    bars = len(changes.played)
    if any(span.stop - 1 > bars for span in number_spans(where.bars)):
        yield Problem(f"/rules/{number}/where/bars", f"The form has {bars} bars.", f"Write bars from 1 to {bars}.")
    choruses = timeline.choruses
    if any(span.stop - 1 > choruses for span in number_spans(where.choruses)):
        message = f"The form is played {'once' if choruses == 1 else f'{choruses} times'}."
        yield Problem(f"/rules/{number}/where/choruses", message, f"Write choruses from 1 to {choruses}.")
    sections = [label for label, _ in changes.sections if label]
    wanted = where.section.strip()
    if wanted and wanted.casefold() not in (label.casefold() for label in sections):
        cure = f"Write {' or '.join(dict.fromkeys(sections))}." if sections else "Name sections in the changes."
        yield Problem(f"/rules/{number}/where/section", f"The form has no section {wanted}.", cure)


def denied_tone(chord: Chord, tonic: NoteName, scale: Scale) -> NoteName | None:
    """A tone of a scale on a tonic that the symbol of a chord takes back by stating an altered one; None without any.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> from dodecant.tables import load_tables
    >>> g7 = parse_chord("G7♭9")
    >>> denied_tone(g7, g7.root, load_tables().scales.get("mixolydian")).text
    'A'
    """
    names = [degree.name_above(tonic) for degree in scale.degrees]
    denied = chord.quality.denied
    return next((name for name in names if (name.pitch_class - chord.root.pitch_class) % 12 in denied), None)


def with_sounds(
    timeline: Timeline, plays: Sequence[int], scales: Sequence[SoundChoice | None], catalogue: ScaleCatalogue
) -> Timeline:
    """The timeline that knows what plays over each chord (`scales` are their own sounds, where they bring one). A chord
    whose symbol denies a tone of such a sound keeps its own.
    """
    changed = []
    for due, number in zip(timeline.due, plays, strict=True):
        choice, sounds = scales[number], None if due.number is None else timeline.harmony.chords[due.number]
        if choice is None or sounds is None or sounds.chord is None or due.sound is None:
            changed.append(due)
            continue
        tonic = Degree.parse(choice.root).name_above(sounds.chord.root)
        scale = chosen_scale(choice.scale, catalogue, "/rules")
        if denied_tone(sounds.chord, tonic, scale) is not None:
            changed.append(due)
            continue
        changed.append(due._replace(sound=weigh(tonic, scale, sounds.chord, sounds.place, "key")))
    return replace(timeline, due=tuple(changed), plays=tuple(plays))
