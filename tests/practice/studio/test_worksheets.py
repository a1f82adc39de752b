"""Worksheets: every answer worked out again by another library, or from formulas typed by hand."""

from __future__ import annotations

import re
from collections.abc import Callable
from functools import cache
from itertools import pairwise

import pytest
from music21 import harmony, interval, pitch, scale

from dodecant.engraving.pages.worksheet import worksheet_pdf
from dodecant.exercise.tables import Tables
from dodecant.practice.studio.worksheets.items import MOST_SIGNS, Item
from dodecant.practice.studio.worksheets.worksheet import KINDS, WorksheetKind, WorksheetSetting, made_worksheet

SEEDS = 100
FORMULA = {  # from theory, by the names a class uses
    "major": "1 2 3 4 5 6 7", "natural minor": "1 2 ♭3 4 5 ♭6 ♭7", "Dorian": "1 2 ♭3 4 5 6 ♭7",
    "Mixolydian": "1 2 3 4 5 6 ♭7", "Lydian": "1 2 3 ♯4 5 6 7", "melodic minor": "1 2 ♭3 4 5 6 7",
    "Lydian dominant": "1 2 3 ♯4 5 6 ♭7", "altered": "1 ♭2 ♯2 3 ♯4 ♭6 ♭7",
    "half-whole diminished": "1 ♭2 ♯2 3 ♯4 5 6 ♭7",
}  # fmt: skip
MAJOR = (0, 2, 4, 5, 7, 9, 11)
IN = re.compile(r"(?:Write |In |accidentals of |^)([A-G][♭♯]?) ([\w♭♯ -]+?)(?:,|:|\.$| with)")
IN_CELL = re.compile(r"Write ([\d ]+) in ([A-G][♭♯]?) ([\w♭♯ -]+)\.")


def note(name: str) -> pitch.Pitch:
    return pitch.Pitch(name.replace("𝄫", "--").replace("𝄪", "##").replace("♭", "-").replace("♯", "#"))


def plain(made: pitch.Pitch) -> str:
    return str(made.name).replace("##", "𝄪").replace("--", "𝄫").replace("-", "♭").replace("#", "♯")


@cache
def above(tonic: str, degree: str) -> str:
    """A degree above a tonic, as the other library spells it."""
    number = int(degree.lstrip("♭♯"))
    half_steps = MAJOR[(number - 1) % 7] + 12 * ((number - 1) // 7) + degree.count("♯") - degree.count("♭")
    generic, chromatic = interval.GenericInterval(number), interval.ChromaticInterval(half_steps)
    return plain(interval.intervalFromGenericAndChromatic(generic, chromatic).transposePitch(note(tonic)))


@cache
def sounding(tonic: str, degree: str) -> int:
    return int(note(above(tonic, degree)).pitchClass)


def over(tonic: str, name: str) -> list[str]:
    return [above(tonic, degree) for degree in [*FORMULA[name].split(), "8"]]


def asked(item: Item) -> tuple[str, str]:
    found = IN.search(item.ask)
    assert found, item.ask
    return found[1], found[2]


def spell(item: Item) -> None:
    tonic, name = asked(item)
    steps = [
        {"half": 1, "whole": 2, "whole and a half": 3}[one] for one in item.ask.split("steps: ")[1][:-1].split(", ")
    ]
    found, at, letters = [tonic], note(tonic), "CDEFGAB"
    for step in steps:  # the next letter, with whatever sign makes the step
        low = at.ps
        letter = letters[(letters.index(at.step) + 1) % 7]
        at = pitch.Pitch(letter, octave=at.implicitOctave + (letter == "C"))
        at.accidental = pitch.Accidental(low + step - at.ps)
        found.append(plain(at))
    assert item.said.split() == found == over(tonic, name)


@cache
def _pitches(kind: type[scale.ConcreteScale], tonic: str) -> list[str]:
    return [plain(one) for one in kind(note(tonic)).getPitches()]


def last_four(item: Item) -> None:
    tonic = item.ask.split()[0]
    forms = {
        "natural minor": scale.MinorScale, "harmonic minor": scale.HarmonicMinorScale,
        "melodic minor, up": scale.MelodicMinorScale, "melodic minor, coming down": scale.MinorScale,
    }  # fmt: skip
    for part in item.said.split("; "):
        name, names = part.split(": ")
        made = _pitches(forms[name], tonic)[-4:]
        assert names.split() == (made[::-1] if "down" in name else made)


def chromatic(item: Item) -> None:
    names = item.said.split()
    own = {above(names[0], str(degree)) for degree in range(1, 8)}
    for one, following in pairwise(names):
        moved = (note(following).pitchClass - note(one).pitchClass) % 12
        assert moved in (1, 11)
        assert following in own or ("♭" if moved == 1 else "♯") not in following
    treble, bass = item.solved
    assert [one.name for one in treble.notes] == [one.name for one in bass.notes]
    assert (len(names), names[0], names[-1]) in {(13, names[0], names[0]), (25, names[0], names[0])}


def signs(item: Item) -> None:
    tonic, name = asked(item)
    made = over(tonic, name)
    assert item.said.split() in (made, made[::-1])
    assert any(len(one) > 1 for one in made)
    assert not item.given[0].signs


def degree(item: Item) -> None:
    tonic, name = asked(item)
    for part in item.said.split(", "):
        spelled, number = part.split(" is ")
        assert above(tonic, number) == spelled
        assert number in FORMULA[name].split()


def steps(item: Item) -> None:
    tonic, name = asked(item)
    heights = [note(one).pitchClass for one in over(tonic, name)]
    between = [(high - low) % 12 for low, high in pairwise(heights)]
    assert [{"H": 1, "W": 2, "W+H": 3}[one] for one in item.said.split()] == between


def serves(tables: Tables) -> Callable[[Item], None]:
    tones = {one.name: [d.text for d in one.degrees] for one in tables.scales.scales}
    tones |= {"major": tones["Ionian"], "natural minor": tones["Aeolian"]}

    def check(item: Item) -> None:
        symbol, root = re.match(r"(\S+): which of these sounds, from (\S+),", item.ask).groups()  # type: ignore[union-attr]
        wanted = {one.pitchClass for one in chord(symbol, root)}
        there = [name for name in item.choices if wanted <= {sounding(root, degree) for degree in tones[name]}]
        assert item.said.split(", ") == there
        assert 0 < len(there) < len(item.choices) == 5

    return check


@cache
def chord(symbol: str, root: str) -> list[pitch.Pitch]:
    """The chord as the other library reads it; what it has no word for is typed here."""
    kind = symbol.removeprefix(root)
    if kind in TYPED:
        return [note(above(root, one)) for one in TYPED[kind].split()]
    read = root.replace("♭", "-").replace("♯", "#") + kind.replace("♭", "b").replace("♯", "#")
    return list(harmony.ChordSymbol(read).pitches)


TYPED = {
    "(add9)": "1 3 5 9", "13": "1 3 5 ♭7 9 13", "13(♭9)": "1 3 5 ♭7 ♭9 13", "7(♭9)": "1 3 5 ♭7 ♭9",
    "7(♯11)": "1 3 5 ♭7 ♯11", "7(♯5)": "1 3 ♯5 ♭7", "7(♯9)": "1 3 5 ♭7 ♯9", "7alt": "1 3 ♭7 ♭9 ♯9 ♯11 ♭13",
    "9(♯11)": "1 3 5 ♭7 9 ♯11", "9sus4": "1 4 5 ♭7 9", "m(maj7)": "1 ♭3 5 7", "maj7(♯11)": "1 3 5 7 ♯11",
}  # fmt: skip


def beside(item: Item) -> None:
    tonic, name = asked(item)
    moved, way = re.search(r"with its (\S+) (raised|lowered)", item.ask).groups()  # type: ignore[union-attr]
    before = {note(one).pitchClass for one in over(tonic, name)}
    formula = item.why.rsplit(": ", 1)[1][:-1].split()
    after = {note(above(tonic, one)).pitchClass for one in formula}
    gone = note(above(tonic, moved)).pitchClass
    assert before - after == {gone}
    assert after - before == {(gone + (1 if way == "raised" else -1)) % 12}
    for answer in item.said.split(" or "):
        known = FORMULA.get(answer.removeprefix(f"{tonic} "))
        assert known is None or known.split() == formula


def mend(item: Item) -> None:
    tonic, name = asked(item)
    place, right, wrong = re.fullmatch(r"note (\d+): (\S+), not (\S+)", item.said).groups()  # type: ignore[union-attr]
    given = [one.name.text for one in item.given[0].notes]
    made = over(tonic, name)
    line = made if len(given) == 8 else made + made[-2::-1]
    assert [n for n, (one, other) in enumerate(zip(given, line, strict=True)) if one != other] == [int(place) - 1]
    assert (given[int(place) - 1], line[int(place) - 1]) == (wrong, right)
    assert not {"𝄪", "𝄫"} & set(wrong), "a wrong note with a double sign gives itself away"
    assert note(wrong).pitchClass not in {note(one).pitchClass for one in made}, "a tone of the sound is not wrong"


def cell(item: Item) -> None:
    text, tonic, name = IN_CELL.fullmatch(item.ask).groups()  # type: ignore[union-attr]
    own = FORMULA[name].split()
    assert item.said.split() == [above(tonic, own[int(number) - 1]) for number in text.split()]


CHECKS: dict[WorksheetKind, Callable[[Item], None]] = {
    "spell": spell, "last-four": last_four, "chromatic": chromatic, "signs": signs, "degree": degree, "steps": steps,
    "beside": beside, "mend": mend, "cell": cell,
}  # fmt: skip


@pytest.mark.parametrize("kind", list(KINDS))
def test_every_answer_is_right(kind: WorksheetKind, tables: Tables) -> None:
    check = serves(tables) if kind == "serves" else CHECKS[kind]
    for seed in range(5 * SEEDS if kind in ("mend", "serves") else SEEDS):
        level, clef = seed % 5 + 1, "bass" if seed % 2 else "treble"
        setting = WorksheetSetting(kinds=(kind,), each=1, level=level, clef=clef, seed=seed)
        (section,) = made_worksheet(setting, tables)
        (item,) = section.items
        check(item)
        assert kind != "serves" or len(item.said.split(", ")) <= (2 if level < 3 else 3)
        signed = {one.name for staff in item.solved for one in staff.notes if one.alteration}
        assert len(signed) <= MOST_SIGNS[level - 1] + 1 or kind == "chromatic"
        low, high = {"treble": (57, 86), "bass": (40, 69)}[clef]
        heights = [one.midi for staff in item.solved if staff.clef == clef for one in staff.notes]
        assert not heights or low <= min(heights) <= max(heights) <= high


def test_the_same_seed_gives_the_same_page_and_nothing_is_asked_twice(tables: Tables) -> None:
    setting = WorksheetSetting(kinds=tuple(KINDS), each=6, level=3, seed=7)
    sections = made_worksheet(setting, tables)
    assert sections == made_worksheet(setting, tables)
    assert sections != made_worksheet(setting.model_copy(update={"seed": 8}), tables)
    for section in sections:
        said = [(item.ask, item.said) for item in section.items]
        assert len(said) == len(set(said)) == 6
    small = setting.model_copy(update={"each": 1})
    assert worksheet_pdf(small, made_worksheet(small, tables)) == worksheet_pdf(small, made_worksheet(small, tables))
