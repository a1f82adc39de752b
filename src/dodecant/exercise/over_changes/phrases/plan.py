"""The plan of an etude that breathes: its phrases, and for each bar the rhythm, the rest at its end, and the tension.

Eight bars are divided as the tables say, four bars go together or in two halves; a section and a chorus begin a phrase
of their own. The rhythm of a bar is one of its place and level, as dense as it is tense. The seed decides.
"""

from __future__ import annotations

import random
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import pairwise

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.harmony.what_holds import standing
from dodecant.exercise.over_changes.phrases.course import PhraseBar, course_over
from dodecant.exercise.over_changes.phrases.tables import BarRhythms, EtudeTables
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.etude import Etude
from dodecant.music.core.metre import Metre

_SLOT = Fraction(1, 2)  # beats
_NEAREST = 3  # rhythms that are near enough to the density wanted
_EIGHT, _FOUR = 8, 4
_FEWEST = 2  # bars of a form that ends with a note that is held
# Metres of more beats, by those there are rhythms for.
_MADE_OF = {5: ("3/4", "2/4"), 6: ("3/4", "3/4"), 7: ("4/4", "3/4")}


@dataclass(frozen=True)
class PlannedBar:
    """One bar: when it begins (in beats), its place in its phrase, its rhythm in eighths (empty: every note).

    The last `rest` beats are silent, but for a `pickup` of so many notes. What is tied over from the bar before begins
    `early` beats before it. `tension` goes from 0 to 100.
    """

    start: Fraction
    within: PhraseBar
    slots: str
    rest: Fraction
    tension: int
    early: Fraction = Fraction(0)
    pickup: int = 0


@dataclass(frozen=True)
class PhrasePlan:
    """All bars of a form as they are played, and the chord (by its number in the timeline) that it ends on, if any."""

    bars: tuple[PlannedBar, ...]
    bar: Fraction
    lead_in: Fraction
    home: int | None

    def at(self, start: Fraction) -> int:
        """The number of the bar that a beat lies in."""
        return min(max(0, int((start - self.lead_in) // self.bar)), len(self.bars) - 1)


def plan_over(
    timeline: Timeline, metre: Metre, etude: Etude, tables: EtudeTables, *, ties: bool, room: int = 0
) -> PhrasePlan:
    """The plan of a timeline; `ties` may go over the barline, and bars have `room` for the notes of a motif."""
    bar, lead_in = metre.quarters, timeline.lead_in
    # Not for secrets: the seed stands in the recipe, so that the same recipe gives the same etude.
    chance = random.Random(etude.seed)  # noqa: S311
    within = _phrases(timeline, bar, etude, tables, chance)
    tension = _tension(within, etude, tables)
    slots = list(_Rhythms(metre, etude, tables, chance, ties=ties, room=room).over(within, tension))
    bars = tuple(
        PlannedBar(lead_in + number * bar, one, text, _rest_of(text, bar, one), tension[number], _tied(slots, number))
        for number, (one, text) in enumerate(zip(within, slots, strict=True))
    )
    planned = PhrasePlan(bars, bar, lead_in, _home(timeline, len(bars)))
    return _with_pickups(_coming_home(planned, timeline), etude, tables, chance)


def course_of(recipe: Recipe, timeline: Timeline, metre: Metre, tables: EtudeTables) -> tuple[int, ...]:
    """How tense each bar of an etude is, from 0 to 100; nothing where it follows no course."""
    etude = recipe.etude
    if etude is None or etude.line != "phrases" or not etude.tension:
        return ()
    chance = random.Random(etude.seed)  # noqa: S311 - as above
    return _tension(_phrases(timeline, metre.quarters, etude, tables, chance), etude, tables)


def _phrases(
    timeline: Timeline, bar: Fraction, etude: Etude, tables: EtudeTables, chance: random.Random
) -> list[PhraseBar]:
    """The place of every bar in its phrase, and where dominants resolve."""
    last = timeline.due[-1]
    count = max(1, int((last.start + last.length - timeline.lead_in) // bar))
    begins = _beginnings(timeline, bar, count)
    resolving = {
        int((due.start - timeline.lead_in) // bar)
        for due, stood in zip(timeline.due, standing(timeline), strict=True)
        if stood and "dominant-resolving" in stood.roles
    }
    lengths = _lengths(begins, count, etude.breath, tables, chance)
    within = [PhraseBar(place, length) for length in lengths for place in range(length)]
    return [one._replace(resolves=number in resolving) for number, one in enumerate(within)]


def _tension(within: Sequence[PhraseBar], etude: Etude, tables: EtudeTables) -> tuple[int, ...]:
    return course_over(within, tables.course, etude.peak if etude.peak <= len(within) else 0)


def ties_in(recipe: Recipe) -> bool:
    """Whether rhythms may be tied over the barline: not where every chord is early as it is."""
    return recipe.placement.anticipated == "no"


def _beginnings(timeline: Timeline, bar: Fraction, count: int) -> list[int]:
    """The bars in which sections and choruses begin, and where all of it is over."""
    sections = {int((start - timeline.lead_in) // bar) for start, _ in timeline.sections}
    choruses = {
        int((due.start - timeline.lead_in) // bar)
        for before, due in pairwise(timeline.due)
        if due.number is not None and due.chorus != before.chorus and before.number is not None
    }
    return sorted({0, count} | {one for one in sections | choruses if 0 < one < count})


def _lengths(
    begins: Sequence[int], count: int, breath: int, tables: EtudeTables, chance: random.Random
) -> Iterator[int]:
    """The lengths of all phrases, in bars."""
    fours = 0
    for first, end in pairwise(begins):
        left = end - first
        while left > 0:
            if breath:
                lengths: Sequence[int] = (breath,)
            elif left >= _EIGHT:
                lengths = tables.phrases.of_eight if chance.random() < 1 / 2 else (_FOUR, *tables.phrases.of_four[0])
            elif left >= _FOUR:
                lengths, fours = tables.phrases.of_four[fours % len(tables.phrases.of_four)], fours + 1
            else:
                lengths = (left,)
            for length in lengths:
                if left > 0:
                    yield min(length, left)
                    left -= length


class _Rhythms:
    """Chooses the rhythm of every bar; with a motif the same ones come again."""

    def __init__(
        self, metre: Metre, etude: Etude, tables: EtudeTables, chance: random.Random, *, ties: bool, room: int
    ) -> None:
        self._chance, self._ties, self._keeps, self._room = chance, ties, bool(etude.motif), room
        made_of = _MADE_OF.get(metre.beats, (metre.text,)) if metre.unit == _FOUR else ()
        self._rows = [tables.rows(name, etude.level) for name in made_of]
        self._kept: dict[str, str] = {}
        self._before = ""

    def over(self, within: Sequence[PhraseBar], tension: Sequence[int]) -> Iterator[str]:
        """The slots of every bar; empty where the metre has no rhythms."""
        if not self._rows or not all(self._rows):
            yield from ("" for _ in within)
            return
        number = 0
        while number < len(within):
            one = within[number]
            if one.of - one.place == 2 and self._takes_two(one):
                yield from self._two()
                number += 2
                continue
            place = "ends" if one.ends else "begins" if one.place == 0 else "goes_on"
            yield self._one("begins" if self._keeps and not one.ends else place, tension[number])
            number += 1

    def _takes_two(self, one: PhraseBar) -> bool:
        """Whether the last two bars of a phrase have one rhythm over both."""
        if self._keeps or len(self._rows) > 1 or not any(row.phrase for row in self._rows[0]):
            return False
        return self._chance.random() < (1 / 2 if one.of == 2 else 1 / 3)

    def _two(self) -> Sequence[str]:
        texts = [text for row in self._rows[0] for text in row.phrase if self._ties or "|h" not in text]
        return self._chance.choice(texts).split("|") if texts else (self._one("begins", 50), self._one("ends", 0))

    def _one(self, place: str, tension: int) -> str:
        if self._keeps and place in self._kept:
            return self._kept[place]
        texts = []
        for number, rows in enumerate(self._rows):
            inner = "goes_on" if place == "ends" and number + 1 < len(self._rows) else place
            texts.append(self._near([text for row in rows for text in _texts(row, inner)], tension))
        found = self._before = "".join(texts)
        self._kept[place] = found
        return found

    def _near(self, texts: Sequence[str], tension: int) -> str:
        """One of those that are nearly as dense as is wanted, other than the one before; with room, if there is one."""
        texts = [text for text in texts if text.count("s") >= self._room] or texts
        counts = [text.count("s") for text in texts]
        wanted = min(counts) + (max(counts) - min(counts)) * tension / 100
        near = sorted((text for text in texts if text != self._before), key=lambda text: abs(text.count("s") - wanted))
        return self._chance.choice(near[:_NEAREST] or list(texts))


def _texts(row: BarRhythms, place: str) -> Sequence[str]:
    return {"begins": row.begins, "goes_on": row.goes_on, "ends": row.ends}[place]


def _rest_of(slots: str, bar: Fraction, within: PhraseBar) -> Fraction:
    """How many beats at the end of a bar are silent: as its rhythm has it, else the last beat of a phrase."""
    if slots:
        return _SLOT * (len(slots) - len(slots.rstrip("r")))
    return min(Fraction(1), bar / 2) if within.ends else Fraction(0)


def _tied(slots: Sequence[str], number: int) -> Fraction:
    """How long before a bar the note begins that is tied over into it."""
    if not number or not slots[number].startswith("h"):
        return Fraction(0)
    before = slots[number - 1].rstrip("h")
    return _SLOT * (1 + len(slots[number - 1]) - len(before)) if before.endswith("s") else Fraction(0)


def _home(timeline: Timeline, count: int) -> int | None:
    """The chord that it ends on: the last that sounds, if the form is long enough to have come from somewhere."""
    sounding = [number for number, due in enumerate(timeline.due) if due.sound is not None]
    return sounding[-1] if count >= _FEWEST and len(sounding) > 1 else None


def _coming_home(plan: PhrasePlan, timeline: Timeline) -> PhrasePlan:
    """The last chord's time as one note that is held, and a rest; nothing is tied over into it, or sounds after it."""
    if plan.home is None:
        return plan
    due = timeline.due[plan.home]
    number = plan.at(due.start)
    into = due.start - plan.bars[number].start
    room = min(due.length, plan.bar - into)
    held = room if room <= 1 else max(Fraction(1), (room / 2 // _SLOT) * _SLOT)
    rest = plan.bar - into - held
    before, note, silent, whole = (int(length / _SLOT) for length in (into, held, rest, plan.bar))
    slots = "s" * before + "s" + "h" * (note - 1) + "r" * silent
    bars = list(plan.bars)
    bars[number] = replace(bars[number], slots=slots, rest=rest, early=Fraction(0), within=PhraseBar(0, 1))
    for later in range(number + 1, len(bars)):
        bars[later] = replace(bars[later], slots="r" * whole, rest=plan.bar, early=Fraction(0))
    return replace(plan, bars=tuple(bars))


def _with_pickups(plan: PhrasePlan, etude: Etude, tables: EtudeTables, chance: random.Random) -> PhrasePlan:
    """With a note or two before the barline that some phrases begin at."""
    bars = list(plan.bars)
    for number, (one, following) in enumerate(pairwise(plan.bars)):
        wanted = chance.randrange(100) < tables.phrases.pickup_in_a_hundred
        room = int(one.rest / _SLOT) - 2  # a beat stays silent
        sounds_at_once = following.slots.startswith(("s", "("))
        if not (wanted and one.within.ends and room > 0 and one.slots.endswith("r") and sounds_at_once):
            continue
        notes = min(room, 1 + (etude.level > 1))
        bars[number] = replace(one, slots=one.slots[:-notes] + "s" * notes, pickup=notes)
    return replace(plan, bars=tuple(bars))


def cycled(plan: PhrasePlan, first: int, last: int) -> str:
    """The rhythm of some bars as one that comes round, so that each lies where it sounds; with the note tied into them.

    >>> plan = PhrasePlan(tuple(
    ...     PlannedBar(Fraction(4 * n), PhraseBar(0, 1), text, Fraction(0), 0, early)
    ...     for n, (text, early) in enumerate([("ssssssss", Fraction(0)), ("hsssssss", Fraction(1, 2))])
    ... ), Fraction(4), Fraction(0), None)
    >>> cycled(plan, 1, 1)
    'rrrrrrrshsssssss'
    """
    texts = [plan.bars[number].slots for number in range(first, last + 1)]
    place = first
    early = int(plan.bars[first].early / _SLOT)
    if early:
        size = int(plan.bar / _SLOT)
        texts.insert(0, "r" * (size - early) + "s" + "h" * (early - 1))
        place -= 1
    return in_place(texts, place, plan)


def in_place(texts: Sequence[str], first: int, plan: PhrasePlan) -> str:
    """The texts of some bars as one that comes round from the first beat, each bar where it sounds."""
    by = (first + int(plan.lead_in / plan.bar)) % len(texts)
    return "".join([*texts[-by:], *texts[:-by]]) if by else "".join(texts)
