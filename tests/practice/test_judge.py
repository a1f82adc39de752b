"""Takes judged: slips put in by a player who knows nothing of the judge are found, named and placed."""

from __future__ import annotations

import random
from collections import Counter
from collections.abc import Sequence
from typing import Any, get_args

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.music.core.pitch import Pitch
from dodecant.practice.takes.alignment import FARTHER, MISSED, OFF_TIME, WRONG, Played, aligned
from dodecant.practice.takes.due import DueNote, due_notes, turning_points
from dodecant.practice.takes.naming import degree_played
from dodecant.practice.takes.report import take_report
from dodecant.practice.takes.simulated import PlannedSlip, simulated
from dodecant.practice.takes.slip import SlipKind
from dodecant.practice.takes.slips import judged
from dodecant.practice.takes.timing import time_kept
from dodecant.tables import load_tables

TABLES = load_tables()
KINDS: tuple[SlipKind, ...] = get_args(SlipKind)
CHANGES = {"kind": "changes", "changes": {"text": "key: F\n| Gm7 | C7 | Fmaj7 | D7b9 |"}}
LINES: list[tuple[dict[str, Any], int]] = [
    ({}, 96), ({"figure": {"kind": "cell", "text": "1 2 3 5"}}, 120), ({"placement": {"value": "sixteenth"}}, 80),
    ({"sounds": {"kind": "one", "scale": "phrygian"}, "figure": {"kind": "intervals", "size": 3}}, 100),
    ({"sounds": {"kind": "one", "scale": "altered"}, "placement": {"value": "triplet"}}, 80),
    ({"sounds": CHANGES, "figure": {"kind": "cell", "text": "1 2 3 5"}, "placement": {"swing": 62}}, 140),
    ({"enclosure": {"kind": "above-below"}}, 90),
    ({"figure": {"kind": "arpeggios", "rhythm": "struck"}, "path": {"direction": "up-and-back"}}, 80),
]  # fmt: skip


def line(document: dict[str, Any], tempo: int, key: str = "C") -> tuple[DueNote, ...]:
    made = press(read_recipe({**document, "keys": {"order": "picked", "picked": [key]}}), TABLES)
    return due_notes(made, made.strips[0], tempo)


DUE = [line(document, tempo, key) for document, tempo in LINES for key in ("C", "E♭")]


def places_for(kind: SlipKind, due: Sequence[DueNote]) -> list[int]:
    """Where a slip of a kind can be made, so that nothing else sounds the same."""
    begins = [n for n in range(4, len(due) - 6) if due[n].figure is not None and due[n].figure != due[n - 1].figure]
    sizes = Counter(note.figure for note in due)
    inside = list(range(1, len(due) - 1))
    turns = [n for n in turning_points(tuple(due)) if 2 < n < len(due) - 3 and due[n - 1].pitch == due[n + 1].pitch]
    alone = [n for n in inside if not due[n].under]  # a chord without its highest note sounds like another chord
    found: dict[SlipKind, list[int]] = {
        "octave": alone,
        "struck-twice": alone,
        "figure-left-out": begins,
        "figure-moved": [n for n in begins if sizes[due[n].figure] > 2],
        "passage-left-out": [n for n in range(4, len(due) - 11) if heights(due, n) != heights(due, n + 1)],
        "tone-left-out": [n for n in inside if due[n].under],
        "turned-early": turns,
        "waited": list(range(4, len(due) - 4)),
        "hurried": list(range(4, len(due) - 4)),
        "came-in": list(range(3, len(due) // 2)),
        "stopped": list(range(len(due) // 2, len(due) - 3)),
    }
    return found.get(kind, inside)


def heights(due: Sequence[DueNote], first: int) -> list[int]:
    """What is left, where a passage is gone from a note on."""
    return [note.pitch for place, note in enumerate(due) if not first <= place < first + 6]


def test_single_slips_are_told_by_kind_and_place() -> None:
    """Two thousand takes with one slip each: 99 of 100 right in every kind."""
    chance, right, made = random.Random(5), Counter[str](), Counter[str]()
    able = {kind: [(due, places) for due in DUE if (places := places_for(kind, due))] for kind in KINDS}
    for number in range(2000):
        kind = KINDS[number % len(KINDS)]
        due, places = chance.choice(able[kind])
        place = chance.choice(places)
        by = 1 if kind == "waited" else chance.choice([-2, -1, 1, 2])
        take = simulated(due, [PlannedSlip(kind, place, by)], seed=number)
        made[kind] += 1
        found = judged(due, take, every_tone=kind == "tone-left-out")
        right[kind] += [(slip.kind, slip.note) for slip in found.slips] == [(kind, place)]
    assert not [(kind, right[kind], made[kind]) for kind in KINDS if right[kind] < 0.99 * made[kind]]


def test_a_human_unevenness_is_no_slip() -> None:
    """A thousand clean takes with 25 ms of jitter: nothing is told."""
    for number in range(1000):
        due = DUE[number % len(DUE)]
        assert not judged(due, simulated(due, seed=number, jitter=0.025)).slips


@pytest.mark.parametrize("many", [2, 3, 4])
def test_several_slips_at_once(many: int) -> None:
    """Slips of different kinds, some notes apart: nine in ten takes have all of them told rightly."""
    chance, right = random.Random(many), 0
    kinds: tuple[SlipKind, ...] = ("wrong", "left-out", "added", "late")
    for number in range(300):
        due = DUE[chance.randrange(len(DUE))]
        spots = sorted(chance.sample(range(2, len(due) - 3, 4), min(many, (len(due) - 5) // 4)))
        slips = [PlannedSlip(kinds[n % 4], spot, 2) for n, spot in enumerate(spots)]
        found = {(slip.kind, slip.note) for slip in judged(due, simulated(due, slips, seed=number)).slips}
        right += found == {(slip.kind, slip.note) for slip in slips}
    assert right >= 270


@given(st.data())
def test_no_other_way_to_lay_a_take_beside_the_line_is_cheaper(data: st.DataObject) -> None:
    """Against every way there is, on short lines; times are near, so that no window cuts anything off."""
    due = DUE[0][: data.draw(st.integers(1, 4))]
    played = [
        Played(data.draw(st.floats(0, 1.5)), data.draw(st.integers(58, 70)))
        for _ in range(data.draw(st.integers(0, 4)))
    ]
    played.sort()

    def pair_cost(note: DueNote, other: Played) -> float:
        away = abs(other.pitch - note.pitch)
        pitch = 0 if away == 0 else 0.3 if away % 12 == 0 else min(1.6, WRONG + FARTHER * away)
        return pitch + OFF_TIME * min(0.6, ((other.at - note.at) / note.gap) ** 2)

    def best(i: int, j: int) -> float:
        if i == len(due) or j == len(played):
            return MISSED * (len(due) - i + len(played) - j)
        return min(pair_cost(due[i], played[j]) + best(i + 1, j + 1), MISSED + best(i + 1, j), MISSED + best(i, j + 1))

    taken = 0.0
    for i, j in aligned(due, played):
        taken += MISSED if i is None or j is None else pair_cost(due[i], played[j])
    assert taken <= best(0, 0) + 0.01


# What a teacher would say of Phrygian on E: E F G A B C D E and back.
@pytest.mark.parametrize(
    ("slips", "drift", "told"),
    [
        ([], 0.0, "Clean."),
        ([PlannedSlip("wrong", 1, 1)], 0.0, "One slip: ♮2 for ♭2 in bar 1, as in Aeolian."),
        ([PlannedSlip("wrong", 2, 1)], 0.0, "One slip: ♮3 for ♭3 in bar 1, as in Phrygian dominant."),
        ([PlannedSlip("wrong", 4, -1)], 0.0, "One slip: ♭5 for 5 in bar 1, as in Locrian."),
        ([PlannedSlip("left-out", 5)], 0.0, "One slip: ♭6 left out in bar 1."),
        ([PlannedSlip("turned-early", 7)], 0.0, "One slip: turned a step early, before 1 in bar 1."),
        ([PlannedSlip("late", 4)], 0.0, "One slip: 160 ms late on 5 in bar 1."),
        ([PlannedSlip("late", 4)], 0.0, "Otherwise in time, and even within 0 ms."),
        ([PlannedSlip("struck-twice", 3)], 0.0, "One slip: 4 struck twice in bar 1."),
        ([PlannedSlip("wrong", 1), PlannedSlip("left-out", 10)], 0.0,
         "Two slips: ♮2 for ♭2 in bar 1, as in Aeolian; 5 left out in bar 2."),
        ([], 0.02, "You rush all through: 88 ms by the end."),
        ([], -0.02, "You drag all through: 88 ms by the end."),
    ],
)  # fmt: skip
def test_what_is_told(slips: list[PlannedSlip], drift: float, told: str) -> None:
    due = line({"sounds": {"kind": "one", "scale": "phrygian"}}, 96, "E")
    found = judged(due, simulated(due, slips, jitter=0.0, drift=drift))
    sentences = take_report(found, due, time_kept(due, found), TABLES.scales)
    assert told in sentences


@pytest.mark.parametrize(
    ("document", "slips", "told"),
    [
        # 1 2 3 5 through C major: the cell on 3 left out, and the line goes on at once with the one on 4.
        ({"figure": {"kind": "cell", "text": "1 2 3 5"}}, [PlannedSlip("figure-left-out", 8)],
         "One slip: the whole figure from 3 left out in bar 2."),
        # C bebop dominant down and up: the passing 7 is what was added to Mixolydian.
        ({"sounds": {"kind": "one", "scale": "bebop-dominant"}}, [PlannedSlip("left-out", 7)],
         "One slip: the added 7 forgotten in bar 1."),
        ({"sounds": {"kind": "one", "scale": "bebop-dorian"}}, [PlannedSlip("left-out", 3)],
         "One slip: the added 3 forgotten in bar 1."),
        ({"sounds": {"kind": "one", "scale": "bebop-dominant"}}, [PlannedSlip("left-out", 6)],
         "One slip: ♭7 left out in bar 1."),
        ({"figure": {"kind": "cell", "text": "1 2 3 5"}, "path": {"direction": "up"}},
         [PlannedSlip("wrong", n, 1 + n % 2) for n in range(28, 32)],
         "Clean up to bar 4, the last one, which you played otherwise."),
    ],
)  # fmt: skip
def test_slips_that_belong_together_are_told_as_one(
    document: dict[str, Any], slips: list[PlannedSlip], told: str
) -> None:
    due = line(document, 90)
    found = judged(due, simulated(due, slips, jitter=0.0))
    assert take_report(found, due, None, TABLES.scales)[0] == told
    if "the last one" in told:  # a take that was stopped has no last bar, and one bar alone is not the last of several
        assert "the last one" not in take_report(found, due, None, TABLES.scales, ended=False)[0]
        alone = tuple(note for note in due if note.bar == due[-1].bar)
        stray = judged(alone, [one._replace(pitch=one.pitch + 1) for one in simulated(alone, jitter=0.0)])
        assert "the last one" not in take_report(stray, alone, None, TABLES.scales)[0]


@pytest.mark.parametrize("swing", [50, 58, 66])
def test_swing_is_heard_as_it_was_played(swing: int) -> None:
    due = line({"placement": {"swing": swing}}, 120)
    kept = time_kept(due, judged(due, simulated(due, jitter=0.004)))
    assert kept is not None
    assert kept.swing is not None
    assert abs(kept.swing - swing) <= 1


def test_the_last_note_on_the_root_of_the_parent_is_told() -> None:
    family = {"sounds": {"kind": "family", "parent": "ionian"}, "path": {"direction": "up"}}
    made = press(read_recipe({**family, "keys": {"order": "picked", "picked": ["C"]}}), TABLES)
    due = due_notes(made, made.strips[1], 100)  # D Dorian, from C major
    take = simulated(due, [PlannedSlip("wrong", len(due) - 1, -2)])
    (sentence, *_) = take_report(judged(due, take), due, None, TABLES.scales)
    assert sentence == "One slip: ended on C, the root of the parent, and not on 1."


# What a teacher would call a wrong note: by the sound where it is in it, else by its usual name; never ♭4, ♯3 or 𝄫3.
@pytest.mark.parametrize(
    ("scale", "key", "due", "played", "name"),
    [
        ("ionian", "C", "3", "D♯4", "♭3"), ("ionian", "C", "3", "F♯4", "♯4"), ("ionian", "C", "3", "C♯4", "♭2"),
        ("ionian", "C", "4", "F♯4", "♯4"), ("ionian", "C", "5", "F♯4", "♭5"), ("ionian", "C", "5", "G♯4", "♯5"),
        ("ionian", "C", "6", "G♯4", "♭6"), ("ionian", "C", "7", "B♭4", "♭7"), ("ionian", "C", "2", "C♯4", "♭2"),
        ("ionian", "C", "2", "D♯4", "♭3"), ("ionian", "C", "4", "E4", "3"), ("ionian", "C", "6", "A♯4", "♭7"),
        ("dorian", "D", "♭3", "E♭4", "♭2"), ("dorian", "D", "♭3", "F♯4", "3"), ("dorian", "D", "6", "B♭4", "♭6"),
        ("dorian", "D", "5", "A♭4", "♭5"), ("dorian", "D", "♭7", "C♯4", "7"), ("dorian", "D", "4", "A♭4", "♯4"),
        ("lydian", "F", "5", "B4", "♯4"), ("lydian", "F", "♯4", "B♭4", "4"), ("altered", "G", "3", "B♭4", "♯2"),
        ("phrygian", "E", "♭2", "F♯4", "2"), ("locrian", "B", "♭5", "F♯4", "5"), ("mixolydian", "E♭", "♭7", "D4", "7"),
        ("melodic-minor", "C", "♭3", "E4", "3"), ("melodic-minor", "C", "6", "A♭4", "♭6"),
        ("melodic-minor", "C", "7", "B♭4", "♭7"), ("melodic-minor", "C", "5", "G♭4", "♭5"),
        ("harmonic-minor", "A", "♭6", "F♯4", "6"), ("harmonic-minor", "A", "7", "G4", "♭7"),
        ("lydian-dominant", "C", "♯4", "F4", "4"), ("lydian-dominant", "C", "♭7", "B4", "7"),
        ("lydian-dominant", "C", "6", "A♭4", "♭6"), ("lydian-dominant", "C", "5", "G♯4", "♯5"),
        ("whole-tone", "C", "♯4", "G4", "5"), ("whole-tone", "C", "3", "F4", "4"), ("whole-tone", "C", "♭7", "B4", "7"),
        ("minor-pentatonic", "A", "♭3", "C♯5", "3"), ("minor-pentatonic", "A", "4", "D♯5", "♯4"),
        ("minor-pentatonic", "A", "5", "E♭5", "♭5"), ("minor-pentatonic", "A", "♭7", "G♯5", "7"),
        ("major-blues", "C", "3", "F4", "4"), ("major-blues", "C", "6", "B♭4", "♭7"),
        ("major-blues", "C", "5", "G♭4", "♭5"), ("bebop-dominant", "C", "♭7", "A4", "6"),
        ("dorian", "E♭", "♭3", "G4", "3"), ("dorian", "E♭", "6", "C♭5", "♭6"), ("aeolian", "A", "♭6", "F♯5", "6"),
        ("aeolian", "A", "♭3", "C♯5", "3"), ("aeolian", "A", "2", "B♭4", "♭2"), ("aeolian", "A", "♭7", "G♯5", "7"),
        ("ionian", "G♭", "3", "C♭5", "4"), ("ionian", "G♭", "4", "C5", "♯4"), ("ionian", "G♭", "7", "F♭5", "♭7"),
        ("lydian", "F", "3", "A♭4", "♭3"), ("lydian", "F", "2", "G♯4", "♭3"), ("lydian", "F", "7", "E♭5", "♭7"),
        ("mixolydian", "G", "4", "C♯5", "♯4"), ("mixolydian", "G", "2", "A♭4", "♭2"), ("altered", "G", "3", "C5", "4"),
        ("altered", "G", "♭7", "F♯5", "7"), ("locrian", "B", "♭2", "C♯5", "2"), ("locrian", "B", "♭3", "D♯5", "3"),
        ("phrygian-dominant", "E", "3", "G4", "♭3"), ("phrygian-dominant", "E", "♭2", "F♯4", "2"),
    ],
)  # fmt: skip
def test_wrong_notes_are_called_what_they_are(scale: str, key: str, due: str, played: str, name: str) -> None:
    notes = line({"sounds": {"kind": "one", "scale": scale}}, 96, key)
    note = next(one for one in notes if one.degree.text == due)
    assert degree_played(note, Pitch.parse(played).midi).text == name


def test_a_note_is_struck_twice_only_beside_itself() -> None:
    """C D E F in quarters at 60: a note struck again later is one that was added."""
    due = line({"placement": {"value": "quarter"}}, 60)
    clean = simulated(due, jitter=0.0)
    for at, pitch, kind, place in [
        (1.4, 62, "struck-twice", 1), (1.4, 60, "added", 2), (1.6, 64, "struck-twice", 2), (1.4, 65, "added", 2),
    ]:  # fmt: skip
        found = judged(due, sorted([*clean, Played(at, pitch)])).slips
        assert [(one.kind, one.note) for one in found] == [(kind, place)], (at, pitch)
    due = line({"placement": {"value": "quarter", "slots": "srrs"}}, 60)  # C at 0, D at 3, E at 4
    for at, kind in ((2.5, "struck-twice"), (1.5, "added")):  # a beat before is the time between two notes here
        found = judged(due, sorted([*simulated(due, jitter=0.0), Played(at, 62)])).slips
        assert [(one.kind, one.note) for one in found] == [(kind, 1)], at


@pytest.mark.parametrize(("share", "slips"), [(0.45, []), (0.55, ["added"])])
def test_the_lower_tones_of_a_struck_chord_come_near_its_time(share: float, slips: list[str]) -> None:
    """Half of the time to the next chord is near enough; a lower tone after that was struck by itself."""
    due = line({"figure": {"kind": "arpeggios", "rhythm": "struck"}}, 90)
    late = due[2]
    take = [Played(one.at, pitch) for one in due for pitch in (one.pitch, *one.under) if pitch != late.under[0]]
    take += [
        Played(one.at, late.under[0]) for one in due if one is not late and late.under[0] in (one.pitch, *one.under)
    ]
    take.append(Played(late.at + share * late.gap, late.under[0]))
    assert [one.kind for one in judged(due, sorted(take)).slips] == slips


def test_struck_chords_are_judged_by_their_highest_note() -> None:
    due = line({"figure": {"kind": "arpeggios", "rhythm": "struck"}}, 90)
    take = [one for note in due for pitch in (note.pitch, *note.under) for one in [Played(note.at, pitch)]]
    assert len(take) == 3 * len(due)
    assert not judged(due, take).slips
    stray = judged(due, [*take, Played(due[3].at + 0.5 * due[3].gap, 90)]).slips
    assert [slip.kind for slip in stray] == ["added"]


def test_octaves_are_free_where_it_is_asked_and_silence_is_told() -> None:
    due = DUE[0]
    low = [one._replace(pitch=one.pitch - 12) for one in simulated(due)]
    assert {slip.kind for slip in judged(due, low).slips} == {"octave"}
    assert not judged(due, low, octave_free=True).slips
    nothing = judged(due, [])
    assert [slip.kind for slip in nothing.slips] == ["left-out"] * len(due)
    assert take_report(nothing, due, time_kept(due, nothing), TABLES.scales) == ("Nothing of it was heard.",)


@given(st.lists(st.tuples(st.floats(-1, 60), st.integers(0, 127)), max_size=60), st.booleans())
def test_any_events_are_judged(events: list[tuple[float, int]], octave_free: bool) -> None:
    """Whatever comes in, every due note is told once, and every played one is a pair or a note too many."""
    due = DUE[3]
    pairs = aligned(due, sorted(Played(at, pitch) for at, pitch in events), octave_free=octave_free)
    assert [one.due for one in pairs if one.due is not None] == list(range(len(due)))
    assert [one.played for one in pairs if one.played is not None] == list(range(len(events)))
    found = judged(due, [Played(at, pitch) for at, pitch in events], octave_free=octave_free)
    assert len(found.offsets) == len(due)
    assert not judged((), [Played(at, pitch) for at, pitch in events], octave_free=octave_free).slips


@pytest.mark.parametrize(
    ("heights", "turns"), [([60, 64], []), ([60, 64, 60], [1]), ([60, 64, 62, 64, 60], [1, 3]), ([64, 60, 64], [1])]
)
def test_a_line_turns_at_its_highest_and_lowest_notes(heights: list[int], turns: list[int]) -> None:
    due = line({}, 96)
    notes = tuple(note._replace(pitch=height) for note, height in zip(due, heights, strict=False))
    assert sorted(turning_points(notes)) == turns
