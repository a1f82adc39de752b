"""An improvisation in a teacher's words: what became of the rule, chorus by chorus."""

from __future__ import annotations

import itertools
from bisect import bisect_right
from collections import Counter
from collections.abc import Iterator, Sequence
from fractions import Fraction
from typing import Final, NamedTuple

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.rhythm.note_values import BEATS, NAMES
from dodecant.exercise.wording.small_words import count, listed, nth
from dodecant.music.core.metre import Metre
from dodecant.practice.improvised.habits import Habit, habits_of
from dodecant.practice.improvised.rule import BREATH, FreeRule, PlacedNote, begins, passage_at, sound_of_chorus
from dodecant.practice.improvised.targets import Target, targets_of
from dodecant.practice.improvised.whereabouts import Whereabouts, whereabouts
from dodecant.practice.rounds import Passage

_GAP: Final = 1.5  # times the value: what is longer between two notes is a gap
_NAMED: Final = 4  # places that are told one by one
_ALIKE: Final = 0.7  # of the notes of a call, for an answer that is like it
_REST: Final = 1.0  # beat: between two notes of any values, a gap
_OVER: Final = 0.5  # of a beat: so long a statement may ring beyond its unit
_SECTIONS: Final = 8  # that are told one by one
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


class Statements(NamedTuple):
    """Four units of an improvisation: its first bar (from 1) and chorus, how many statements begin in it, the bars in
    which one ran over its unit, and those of units that had no breath.
    """

    bar: int
    chorus: int
    statements: int
    over: tuple[int, ...]
    no_breath: tuple[int, ...]


class Told(NamedTuple):
    """What became of a rule: sentences, and the facts they are made of: each chorus, each section where phrases were
    asked for, where in the form one was, what stood on each change, and what came again.
    """

    sentences: tuple[str, ...]
    choruses: tuple[ChorusReport, ...]
    sections: tuple[Statements, ...] = ()
    where: Whereabouts = Whereabouts((), ())
    targets: tuple[Target, ...] = ()
    habits: tuple[Habit, ...] = ()


class PlayedPhrase(NamedTuple):
    """Notes without a breath between them: from and to which beat since the beginning, and how many."""

    begin: float
    end: float
    notes: int


def improvising_report(
    strip: Strip,
    notes: Sequence[PlacedNote],
    passages: Sequence[Passage],
    metre: Metre,
    rule: FreeRule,
    chosen: Sequence[Sound] = (),
) -> Told:
    """What is told of an improvisation over a strip."""
    if not notes:
        return Told(("Nothing of it was heard.",), ())
    where = whereabouts(strip, passages, chosen, metre, notes)
    targets = targets_of(strip, passages, metre, notes)
    telling = _Telling(strip, notes, passages, metre, rule, chosen)
    sections = tuple(telling.sections()) if rule.kind == "phrases" else ()
    sentences = [*telling.sentences(sections), *_where_said(where, several=passages[-1].time > 1)]
    if rule.kind == "sound":
        sentences += _targets_said(targets)
    return Told(tuple(sentences), tuple(telling.choruses()), sections, where, targets, habits_of(notes))


def _where_said(where: Whereabouts, *, several: bool) -> Iterator[str]:
    """Which changes of the form came late or early, or not at all; that all were right."""
    shifted = {entry for shift in where.shifts for entry in where.entries if entry.off == shift.by}
    for shift in where.shifts:
        lost, side = ("lost", "late") if shift.by > 0 else ("won", "early")
        bars = _bars(abs(shift.by))
        place = _bar_said(shift.until, shift.chorus, several=several)
        yield f"You {lost} {bars} between bar {shift.bar} and {place}, and were {bars} {side} from there on."
    off = [entry for entry in where.entries if entry.verdict != "right" and entry not in shifted]
    for entry in off[:_NAMED]:
        place = _bar_said(entry.bar, entry.chorus, several=several)
        section = f"the {entry.section} in {place}" if entry.section else place
        if entry.verdict == "stayed":
            yield f"You stayed in {entry.before} for {_bars(entry.off)} of {section}."
        else:
            yield f"You changed {_bars(abs(entry.off))} {entry.verdict} to {entry.sound}, {section}."
    if where.entries and not off and not where.shifts:
        yield "You changed with the form each time."


def _bar_said(bar: int, chorus: int, *, several: bool) -> str:
    return f"bar {bar}{f' of the {nth(chorus)} chorus' if several else ''}"


def _bars(many: int) -> str:
    return "a bar" if many == 1 else f"{count(many)} bars"


def _targets_said(targets: Sequence[Target]) -> Iterator[str]:
    """How many changes were met by a tone of the chord, and by its third or seventh."""
    heard = [target for target in targets if target.degree]
    if len(heard) > 1:
        tones, guides = sum(target.chord_tone for target in heard), sum(target.guide for target in heard)
        yield (
            f"On {tones} of {len(heard)} changes you stood on a tone of the chord, on {guides} of them on its third or"
            f" seventh."
        )


def phrases_of(notes: Sequence[PlacedNote]) -> list[PlayedPhrase]:
    """The phrases, in order."""
    found: list[PlayedPhrase] = []
    for note in notes:
        if found and note.begin - found[-1].end < BREATH:
            last = found[-1]
            found[-1] = PlayedPhrase(last.begin, max(last.end, note.end), last.notes + 1)
        else:
            found.append(PlayedPhrase(note.begin, note.end, 1))
    return found


class _Telling:
    def __init__(
        self,
        strip: Strip,
        notes: Sequence[PlacedNote],
        passages: Sequence[Passage],
        metre: Metre,
        rule: FreeRule,
        chosen: Sequence[Sound],
    ) -> None:
        self._strip = strip
        self._notes, self._passages, self._rule, self._chosen = notes, passages, rule, chosen
        self._bar = float(metre.quarters)
        self._starts = [float(start) for start in begins(passages)]
        self._phrases = phrases_of(notes)

    def sentences(self, sections: Sequence[Statements]) -> Iterator[str]:
        match self._rule.kind:
            case "constant":
                yield from self._constant()
            case "phrases":
                yield from self._in_phrases(sections)
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
            yield ChorusReport(time, len(here), inside, begun, round(filled, 3), self._named(held) if held else "")

    def _named(self, held: Sound) -> str:
        """A chosen sound: its scale where it goes with the chords, else on the tonic that is read."""
        stop = self._strip.stop
        return held.scale.name if stop.chords_written else Sound(stop.written.tonic, held.scale).text

    def _constant(self) -> Iterator[str]:
        kind = self._rule.value
        gaps = self._rests() if kind == "any" else self._gaps_in(float(BEATS[kind]))
        if not gaps:
            yield f"No gap: {len(self._notes)} {'notes' if kind == 'any' else NAMES['american'][kind]} in a row."
            return
        places = [f"in {self._where(begin)} ({_beats(end - begin)})" for begin, end in gaps[:_NAMED]]
        more = f" and {len(gaps) - _NAMED} more" if len(gaps) > _NAMED else ""
        yield f"{_capital(count(len(gaps)))} gap{'s' * (len(gaps) > 1)}: {', '.join(places)}{more}."
        yield f"The longest run: {self._longest_run([begin for begin, _ in gaps])} notes."

    def _gaps_in(self, value: float) -> list[tuple[float, float]]:
        """Where a note of a constant value failed to come."""
        ends = [*(note.begin for note in self._notes), self._starts[-1]]
        gaps = [(0.0, ends[0])] if ends[0] > _GAP * value else []
        return gaps + [(one + value, two) for one, two in itertools.pairwise(ends) if two - one > _GAP * value]

    def _rests(self) -> list[tuple[float, float]]:
        """Where a beat or more passed between the end of one note and the next."""
        found, silent = [], 0.0
        for note in self._notes:
            if note.begin - silent >= _REST:
                found.append((silent, note.begin))
            silent = max(silent, note.end)
        return found + ([(silent, self._starts[-1])] if self._starts[-1] - silent >= _REST else [])

    def _longest_run(self, gaps: Sequence[float]) -> int:
        """The most notes between two gaps, by where these begin."""
        runs = Counter(bisect_right(gaps, note.begin + 1e-6) for note in self._notes)
        return max(runs.values())

    def _in_phrases(self, sections: Sequence[Statements]) -> Iterator[str]:
        filled = self._sounding(0.0, self._starts[-1]) / self._starts[-1]
        many = len(self._phrases)
        yield (
            f"{_capital(count(many))} phrase{'s' * (many > 1)}; you played {round(100 * filled)} % of the time and left"
            f" the rest to the band."
        )
        each = [section.statements for section in sections]
        if len(set(each)) == 1:
            which = "Each section" if len(each) > 1 else "The section"
            yield f"{which} held {count(each[0])} statement{'s' * (each[0] != 1)}."
        else:
            yield f"Statements in the sections: {listed([count(one) for one in each[:_SECTIONS]])}."
        over = [self._of(section, bar) for section in sections for bar in section.over]
        if over:
            yield f"One ran over in {_some(over)}."
        dense = [self._of(section, bar) for section in sections for bar in section.no_breath]
        if dense:
            bars = "" if self._rule.unit == 1 else f"the {_bars(self._rule.unit)} from "
            yield f"No breath in {bars}{_some(dense)}."

    def _of(self, section: Statements, bar: int) -> str:
        return _bar_said(bar, section.chorus, several=self._passages[-1].time > 1)

    def sections(self) -> Iterator[Statements]:
        """Sections of four units each: a statement with its own silence is one unit."""
        unit = self._rule.unit * self._bar
        units = int(-(-self._starts[-1] // unit))
        for first in range(0, units, _UNITS):
            here = range(first, min(units, first + _UNITS))
            begun = [phrase for phrase in self._phrases if here[0] <= phrase.begin // unit <= here[-1]]
            over = [phrase for phrase in begun if phrase.end > (phrase.begin // unit + 1) * unit + _OVER]
            dense = [number for number in here if self._silence(number * unit, (number + 1) * unit) < BREATH]
            bar, chorus = self._bar_of(first * unit)
            yield Statements(
                bar,
                chorus,
                len(begun),
                tuple(self._bar_of(phrase.begin)[0] for phrase in over),
                tuple(self._bar_of(number * unit)[0] for number in dense),
            )

    def _silence(self, begin: float, end: float) -> float:
        """The longest silence between two beats, in beats."""
        edges = [begin]
        for phrase in self._phrases:
            if phrase.end > begin and phrase.begin < end:
                edges += [phrase.begin, phrase.end]
        edges.append(end)
        return max(min(two, end) - max(one, begin) for one, two in zip(edges[::2], edges[1::2], strict=True))

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

    def _bar_of(self, beat: float) -> tuple[int, int]:
        """The bar of the form (from 1) and the chorus at a beat."""
        number = passage_at(self._starts, beat + 1e-6)
        passage = self._passages[number]
        bar = int((float(passage.start) + max(0.0, beat + 1e-6 - self._starts[number])) // self._bar) + 1
        return bar, passage.time

    def _where(self, beat: float) -> str:
        """'bar 3', with the chorus where there are several."""
        return _bar_said(*self._bar_of(beat), several=self._passages[-1].time > 1)


def _some(places: Sequence[str]) -> str:
    more = len(places) - _NAMED
    return listed([*places[:_NAMED], f"{more} more"] if more > 0 else list(places))


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
