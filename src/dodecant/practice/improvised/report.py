"""An improvisation in a teacher's words: what became of the rule, chorus by chorus."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from fractions import Fraction
from typing import Final, NamedTuple

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.recipe.rhythm.note_values import BEATS, NAMES
from dodecant.exercise.wording.small_words import count, listed, nth
from dodecant.music.core.metre import Metre
from dodecant.practice.improvised.rule import FreeRule, PlacedNote, begins, passage_at, sound_of_chorus
from dodecant.practice.rounds import Passage

_BREATH: Final = 0.9  # of a beat: a silence as long ends a phrase
_GAP: Final = 1.5  # times the value: what is longer between two notes is a gap
_NAMED: Final = 4  # places that are told one by one
_ALIKE: Final = 0.7  # of the notes of a call, for an answer that is like it
_PLAYED: Final = 0.1  # of a unit: less is silence
_UNITS: Final = 4  # in a section


class ChorusReport(NamedTuple):
    """A chorus: how many notes, how many of them in the sound, how many phrases, how much of the time was filled (0 to
    1), and what was held to it, if sounds were chosen.
    """

    time: int
    notes: int
    inside: int
    phrases: int
    filled: float
    sound: str = ""


class Told(NamedTuple):
    """What became of a rule: sentences, and each chorus."""

    sentences: tuple[str, ...]
    choruses: tuple[ChorusReport, ...]


class PlayedPhrase(NamedTuple):
    """Notes without a breath between them: from and to which beat since the beginning, and how many."""

    begin: float
    end: float
    notes: int


def improvising_report(
    notes: Sequence[PlacedNote], passages: Sequence[Passage], metre: Metre, rule: FreeRule, chosen: Sequence[Sound] = ()
) -> Told:
    """What is told of an improvisation."""
    if not notes:
        return Told(("Nothing of it was heard.",), ())
    telling = _Telling(notes, passages, metre, rule, chosen)
    return Told(tuple(telling.sentences()), tuple(telling.choruses()))


def phrases_of(notes: Sequence[PlacedNote]) -> list[PlayedPhrase]:
    """The phrases, in order."""
    found: list[PlayedPhrase] = []
    for note in notes:
        if found and note.begin - found[-1].end < _BREATH:
            last = found[-1]
            found[-1] = PlayedPhrase(last.begin, max(last.end, note.end), last.notes + 1)
        else:
            found.append(PlayedPhrase(note.begin, note.end, 1))
    return found


class _Telling:
    def __init__(
        self,
        notes: Sequence[PlacedNote],
        passages: Sequence[Passage],
        metre: Metre,
        rule: FreeRule,
        chosen: Sequence[Sound],
    ) -> None:
        self._notes, self._passages, self._rule, self._chosen = notes, passages, rule, chosen
        self._bar = float(metre.quarters)
        self._starts = [float(start) for start in begins(passages)]
        self._phrases = phrases_of(notes)

    def sentences(self) -> Iterator[str]:
        match self._rule.kind:
            case "constant":
                yield from self._constant()
            case "phrases":
                yield from self._in_phrases()
            case "trading":
                yield from self._trading()
        yield from self._inside()

    def choruses(self) -> Iterator[ChorusReport]:
        for time in sorted({passage.time for passage in self._passages}):
            here = [note for note in self._notes if self._passages[note.passage].time == time]
            spans = [
                (self._starts[n], self._starts[n + 1])
                for n, passage in enumerate(self._passages)
                if passage.time == time and passage.role != "call"
            ]
            begun = sum(any(begin <= phrase.begin < end for begin, end in spans) for phrase in self._phrases)
            whole = sum(end - begin for begin, end in spans)
            filled = sum(self._sounding(begin, end) for begin, end in spans) / whole if whole else 0.0
            held = sound_of_chorus(self._chosen, time)
            inside = sum(note.inside for note in here)
            yield ChorusReport(time, len(here), inside, begun, round(filled, 3), held.text if held else "")

    def _constant(self) -> Iterator[str]:
        value = float(BEATS[self._rule.value])
        ends = [*(note.begin for note in self._notes), self._starts[-1]]
        gaps = [(0.0, ends[0])] if ends[0] > _GAP * value else []
        gaps += [(one + value, two) for one, two in itertools.pairwise(ends) if two - one > _GAP * value]
        name = NAMES["american"][self._rule.value]
        if not gaps:
            yield f"No gap: {len(self._notes)} {name} in a row."
            return
        places = [f"in {self._where(begin)} ({_beats(end - begin)})" for begin, end in gaps[:_NAMED]]
        more = f" and {len(gaps) - _NAMED} more" if len(gaps) > _NAMED else ""
        yield f"{_capital(count(len(gaps)))} gap{'s' * (len(gaps) > 1)}: {', '.join(places)}{more}."

    def _in_phrases(self) -> Iterator[str]:
        filled = self._sounding(0.0, self._starts[-1]) / self._starts[-1]
        many, longest = len(self._phrases), max(self._phrases, key=lambda one: one.end - one.begin)
        yield (
            f"{_capital(count(many))} phrase{'s' * (many > 1)}; you played {round(100 * filled)} % of the time and left"
            f" the rest to the band."
        )
        unit = self._rule.unit * self._bar
        if longest.end - longest.begin > unit + 1:
            long = _beats(longest.end - longest.begin)
            yield f"The longest one had no breath for {long}, from {self._where(longest.begin)} on."
        yield from self._sections(unit)

    def _sections(self, unit: float) -> Iterator[str]:
        """Which units of each section were played and which were left silent."""
        units = int(-(-self._starts[-1] // unit))
        played = [self._sounding(n * unit, (n + 1) * unit) >= _PLAYED * unit for n in range(units)]
        for number in range(0, units, _UNITS):
            here = played[number : number + _UNITS]
            if all(here) and len(here) == _UNITS:
                yield f"The {nth(number // _UNITS + 1)} section had no unit of silence."

    def _trading(self) -> Iterator[str]:
        answers = [n for n, passage in enumerate(self._passages) if passage.role == "answer"]
        rhythms = {n: self._rhythm(n) for n in answers}
        given = [n for n in answers if rhythms[n]]
        yield f"You answered {len(given)} of {len(answers)} calls."
        into = [note for note in self._notes if self._passages[note.passage].role == "call"]
        if len(into) > 2:
            yield f"You played into the call in {self._where(into[0].begin)}{' and elsewhere' * (len(into) > 8)}."
        pairs = [(one, two) for one, two in zip(answers[::2], answers[1::2], strict=False) if rhythms[one]]
        same = sum(_alike(rhythms[one], rhythms[two]) for one, two in pairs)
        if pairs:
            yield f"Of {count(len(pairs))} calls that came twice, you answered {count(same)} the same way both times."

    def _inside(self) -> Iterator[str]:
        out = [note for note in self._notes if not note.inside]
        what = "the sounds" if self._chosen or self._rule.kind != "sound" else "the sound"
        if not out:
            yield f"Every note is in {what}."
            return
        led = [note for note in out if note.led_to is not None]
        left = [note for note in out if note.led_to is None]
        back = f"led back into {'them' if what[-1] == 's' else 'it'}"
        if len(out) == 1:
            went = f"the one outside {back if led else f'never {back}'}"
        else:
            went = f"of the {count(len(out))} outside, {count(len(led))} {back}"
        inside = len(self._notes) - len(out)
        are = "is" if inside == 1 else "are"
        yield f"{inside} of {len(self._notes)} notes {are} in {what}; {went}."
        if left:
            places = [f"{note.degree.text} in {self._where(note.begin)}" for note in left[:_NAMED]]
            more = f" and {len(left) - _NAMED} more" if len(left) > _NAMED else ""
            yield f"Left standing: {listed(places)}{more}."

    def _rhythm(self, passage: int) -> set[Fraction]:
        """Where the notes of a passage begin, to the nearest eighth of a triplet grid."""
        start = self._starts[passage]
        return {Fraction(round((note.begin - start) * 6), 6) for note in self._notes if note.passage == passage}

    def _sounding(self, begin: float, end: float) -> float:
        """How many beats are filled by phrases between two beats."""
        return sum(max(0.0, min(end, one.end) - max(begin, one.begin)) for one in self._phrases)

    def _where(self, beat: float) -> str:
        """'bar 3', with the chorus where there are several."""
        number = passage_at(self._starts, beat + 1e-6)
        passage = self._passages[number]
        bar = int((float(passage.start) + max(0.0, beat - self._starts[number])) // self._bar) + 1
        several = self._passages[-1].time > 1
        return f"bar {bar}{f' of the {nth(passage.time)} chorus' if several else ''}"


def _alike(one: set[Fraction], two: set[Fraction]) -> bool:
    near = sum(any(abs(a - b) <= Fraction(1, 6) for b in two) for a in one)
    return bool(one) and near >= _ALIKE * max(len(one), len(two))


def _beats(beats: float) -> str:
    """'two beats', '1½ beats'."""
    halves = max(1, round(2 * beats))
    text = "half a" if halves == 1 else f"{halves // 2}{'½' * (halves % 2)}" if halves % 2 else count(halves // 2)
    return f"{text} beat{'s' * (halves > 2)}"


def _capital(text: str) -> str:
    return text[0].upper() + text[1:]
