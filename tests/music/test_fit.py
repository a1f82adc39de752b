"""Chord-scale fit against the textbook, and the laws of the score."""

from __future__ import annotations

from itertools import pairwise, product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.tables import Tables
from dodecant.music.chord_scale_fit.fit import FitSchool, costs, fit, need_of, scores, weigh
from dodecant.music.chord_scale_fit.place import Place
from dodecant.music.chord_scale_fit.progression import places
from dodecant.music.chord_scale_fit.reason import reason
from dodecant.music.chord_scale_fit.serving import ACCEPTANCE, chords_served, fewest_sounds
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import parse_chord
from dodecant.music.core.key import Key
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.hearing import heard
from dodecant.tables import load_tables
from tests.generated import examples

# key: chord > where it goes | the sound that stays in the key | the sound that avoids what rubs, where it differs.
# Several answers with a slash: books differ and each is one of them. A key with "blues" is a blues in it.
TEXTBOOK = """
C: Cmaj7 > Dm7        | Ionian | Lydian
C: C6 > F             | Ionian | Lydian
C: C > G7             | Ionian | Lydian
C: Cmaj9 > Am7        | Ionian | Lydian
C: Cmaj7#11 > G7      | Lydian
C: Cmaj7#5 > F        | Lydian augmented
C: Dm7 > G7           | Dorian
C: Dm9 > G13          | Dorian
C: Em7 > Fmaj7        | Phrygian | Dorian/Aeolian
C: Em7 > Am7          | Phrygian | Dorian/Aeolian
C: Fmaj7 > G7         | Lydian
C: F > C              | Lydian
C: G7 > Cmaj7         | Mixolydian
C: G13 > C6           | Mixolydian
C: G7 > Am7           | Mixolydian
C: Am7 > Dm7          | Aeolian | Dorian
C: Bm7b5 > Cmaj7      | Locrian | Locrian ♮2
C: G7sus4 > C         | Mixolydian
C: G9sus > Cmaj7      | Mixolydian
C: G7sus4(b9) > C     | Dorian ♭2/Phrygian
Cm: G7sus4(b9) > Cm   | Phrygian
C: G13sus4(b9) > C    | Dorian ♭2
C: G7b9 > Cmaj7       | half-whole diminished
C: G13b9 > C          | half-whole diminished
C: G7#9 > Cmaj7       | half-whole diminished/altered
C: G7alt > Cmaj7      | altered
C: G7#5 > Cmaj7       | whole tone
C: G9#5 > Cmaj7       | whole tone
C: G7b5 > Cmaj7       | Lydian dominant/whole tone
C: G7#11 > Cmaj7      | Lydian dominant
C: G13#11 > Cmaj7     | Lydian dominant
C: D7 > G7            | Mixolydian
C: D7 > Dm7           | Lydian dominant
C: C7 > Fmaj7         | Mixolydian
C: A7 > Dm7           | Mixolydian ♭6/Phrygian dominant | Mixolydian/Mixolydian ♭6/altered
C: E7 > Am7           | Phrygian dominant
C: B7 > Em7           | Phrygian dominant
C: A7alt > Dm7        | altered
C: Db7 > Cmaj7        | Lydian dominant
C: Bb7 > Cmaj7        | Lydian dominant
C: Ab7 > G7           | Lydian dominant
C: F7 > Cmaj7         | Lydian dominant
C: Eb7 > Dm7          | Lydian dominant
C: Fm6 > Cmaj7        | melodic minor/Dorian
C: Fm7 > Cmaj7        | Dorian
C: Fm7 > Bb7          | Dorian
C: Gm7 > C7           | Dorian
C: Em7 > A7           | Dorian
C: Am7 > D7           | Dorian
C: F#m7 > B7          | Dorian
C: Bbm7 > Eb7         | Dorian
C: Eb7 > Abmaj7       | Mixolydian
C: Abmaj7 > G7        | Lydian
C: Bbmaj7 > C         | Lydian
C: Ebmaj7 > Dm7       | Lydian
C: Dbmaj7 > C         | Lydian
C: F#m7b5 > Fm7       | Locrian | Locrian ♮2
C: F#m7b5 > B7        | Locrian | Locrian ♮2
C: Em7b5 > A7         | Locrian | Locrian ♮2
C: Bdim7 > C          | whole-half diminished
C: C#dim7 > Dm7       | whole-half diminished
C: Ebdim7 > Dm7       | whole-half diminished
C: Cdim7 > Cmaj7      | whole-half diminished
Cm: Dm7b5 > G7        | Locrian | Locrian ♮2
Cm: G7 > Cm7          | Phrygian dominant
Cm: G7b9 > Cm         | Phrygian dominant | Phrygian dominant/altered
Cm: G7b13 > Cm        | Phrygian dominant/Mixolydian ♭6
Cm: G9b13 > Cm        | Mixolydian ♭6
Cm: G7b9b13 > Cm      | Phrygian dominant | Phrygian dominant/altered
Cm: G7alt > Cm        | altered
Cm: G7#9 > Cm         | altered
Cm: G7#5 > Cm         | altered/whole tone
Cm: Cm6 > G7          | melodic minor/Dorian
Cm: Cm(maj7) > Dm7b5  | melodic minor
Cm: Cm7 > Fm7         | Dorian/Aeolian
Cm: Cm > G7           | Dorian/melodic minor/Aeolian
Cm: Cm(b6) > G7       | Aeolian
Cm: Fm7 > Dm7b5       | Dorian
Cm: Abmaj7 > G7       | Lydian
Cm: Ebmaj7 > Abmaj7   | Ionian/Lydian | Lydian
Cm: Bb7 > Ebmaj7      | Mixolydian
Cm: Bdim7 > Cm        | whole-half diminished
Cm: Dbmaj7 > G7       | Lydian
Am: Bm7b5 > E7        | Locrian | Locrian ♮2
F blues: F7 > Bb7     | Mixolydian
F blues: Bb7 > F7     | Mixolydian/Lydian dominant
F blues: C7 > F7      | Mixolydian
F blues: D7alt > Gm7  | altered
F blues: Gm7 > C7     | Dorian
none: Dm7             | Dorian
none: G7              | Mixolydian
none: Cmaj7           | Ionian | Lydian
none: Bm7b5           | Locrian | Locrian ♮2
none: Cm6             | melodic minor/Dorian
none: C7sus4          | Mixolydian
none: C7#11           | Lydian dominant
none: Caug            | Lydian augmented/whole tone
none: C7alt           | altered
"""
ROWS = [tuple(cell.strip() for cell in line.split("|")) for line in TEXTBOOK.strip().splitlines()]


def chord_of(text: str) -> Chord:
    chord = parse_chord(text)
    assert chord is not None
    return chord


def placed(text: str, transposed: int = 0) -> tuple[Chord, Place]:
    """A line's chord and place, moved up by half steps."""
    key, _, rest = text.partition(":")
    chords = [chord_of(word.strip()) for word in rest.split(">")]
    names = [NoteName.parse(name) for name in ("C", "Db", "D", "Eb", "E", "F", "Gb", "G", "Ab", "A", "Bb", "B")]
    chords = [Chord(names[(c.root.pitch_class + transposed) % 12], c.quality) for c in chords]
    home = None if key == "none" else Key.parse(key.removesuffix(" blues"))
    if home is not None:
        home = Key(names[(home.tonic.pitch_class + transposed) % 12], home.colour)
    return chords[0], Place(home, chords[1] if len(chords) > 1 else None, blues=key.endswith("blues"))


def test_the_textbook_has_its_eighty_lines() -> None:
    assert len(ROWS) >= 80


@pytest.mark.parametrize("row", ROWS, ids=[row[0] for row in ROWS])
def test_the_textbook_answer_comes_out_on_top_in_every_key(tables: Tables, row: tuple[str, ...]) -> None:
    schools: tuple[tuple[FitSchool, str], ...] = (("key", row[1]), ("colour", row[-1]))
    for (school, answers), half_steps in product(schools, range(12)):
        chord, place = placed(row[0], half_steps)
        best = fit(chord, place, tables.scales, school=school)[0]
        assert best.scale.name in answers.split("/"), (school, half_steps, best)
        assert best.tonic == chord.root


# Sounds with gaps, and blues sounds, are asked for by family; the chord's place still counts.
@pytest.mark.parametrize(
    ("line", "families", "elsewhere", "wanted"),
    [
        ("C: Dm7 > G7", "pentatonic", False, "D minor pentatonic"),
        ("C: G7 > C", "pentatonic", False, "G dominant pentatonic"),
        ("C: Cmaj7 > F", "pentatonic", False, "C major seventh pentatonic"),
        ("C: C6 > F", "pentatonic", False, "C major pentatonic"),
        ("Cm: Cm6 > G7", "pentatonic", False, "C minor sixth pentatonic/C minor 6/9 pentatonic"),
        ("Cm: Dm7b5 > G7", "pentatonic", False, "D minor ♭5 pentatonic"),
        ("C: G9sus > C", "pentatonic", False, "G suspended pentatonic"),
        ("C: Dm7 > G7", "hexatonic", False, "D minor hexatonic"),
        ("F blues: F7 > Bb7", "blues", False, "F minor blues/F major blues"),
        ("F blues: Bb7 > F7", "blues", False, "F minor blues/F major blues"),
        ("F blues: C7 > F7", "blues", False, "F minor blues/F major blues"),
        ("C: Fmaj7 > C", "pentatonic", True, "F major seventh pentatonic"),
        ("C: G7 > C", "bebop", False, "G bebop dominant"),
        ("C: Dm7 > G7", "bebop", False, "D bebop Dorian"),
        ("C: Cmaj7 > G7", "bebop", False, "C bebop major"),
    ],
)
def test_sounds_of_a_family(tables: Tables, line: str, families: str, elsewhere: bool, wanted: str) -> None:
    chord, place = placed(line)
    found = fit(chord, place, tables.scales, families=[families], elsewhere=elsewhere)[0]
    assert found.text in wanted.split("/")


qualities = st.sampled_from(
    ["maj7", "m7", "7", "m7b5", "dim7", "7alt", "7#11", "sus4", "6", "m6", "m(maj7)", "13(b9)", "maj7(#5)", "5"]
)
lines = st.builds(
    lambda key, quality, target: f"{key}: D{quality} > {target}",
    st.sampled_from(["C", "Cm", "F blues", "none"]),
    qualities,
    st.sampled_from(["G7", "Cm", "Ebmaj7"]),
)


@given(lines, st.sampled_from(["key", "colour"]), st.data())
@examples(150)
def test_a_score_is_the_sum_of_parts_that_can_be_said(line: str, school: FitSchool, data: st.DataObject) -> None:
    chord, place = placed(line)
    ranked = fit(chord, place, load_tables().scales, school=school, elsewhere=True)
    assert list(ranked) == sorted(ranked, key=lambda found: found.score)
    assert len(ranked) == 12 * len(load_tables().scales.scales)
    found = data.draw(st.sampled_from(ranked))
    assert sum(cost.amount for cost in costs(found, chord, place, school)) == pytest.approx(found.score)
    assert weigh(found.tonic, found.scale, chord, place, school) == found
    text = reason(found, chord, place, school)
    assert text.endswith(".")
    assert text.count(".") == 1 + text.count("N.C.")


@pytest.mark.parametrize(
    ("line", "sound", "wanted"),
    [
        ("C: Dm7 > G7", "dorian", "Holds every tone of Dm7 and stays in C major."),
        ("C: Cmaj7 > G7", "lydian", "Holds every tone of Cmaj7; its ♯11 is outside C major."),
        ("Cm: Dm7b5 > G7", "locrian", "Holds every tone of Dm7♭5 and stays in C minor; the ♭9 is an avoid note."),
        ("C: Db7 > C", "lydian-dominant", "Holds every tone of D♭7 and gives the ♯11 of a dominant that does not "
                                         "fall a fifth."),
        ("C: C7 > F", "minor-blues", "Leaves out the 3 of C7 and has the blue third instead; its ♯9 and ♯11 are "
                                     "outside F major; the 11 is an avoid note; with its gaps it sounds more open."),
        ("F blues: Bb7 > F7", "minor-blues", "Leaves out the 3 of B♭7 and has the blue third instead; with its "
                                             "gaps it sounds more open."),
        ("F blues: F7 > Bb7", "minor-blues", "The blues scale of the key holds over every chord of a blues, F7 too."),
    ],
)  # fmt: skip
def test_every_rank_has_a_reason(tables: Tables, line: str, sound: str, wanted: str) -> None:
    chord, place = placed(line)
    assert reason(weigh(chord.root, tables.scales.get(sound), chord, place), chord, place) == wanted


# What each note of a sound becomes, written out as a teacher does on the board; care in brackets.
@pytest.mark.parametrize(
    ("tonic", "scale", "chord", "wanted"),
    [
        ("C", "ionian", "Cmaj7", "1 9 3 (11) 5 13 7"), ("C", "ionian", "Dm7", "♭7 1 9 ♭3 11 5 13"),
        ("C", "ionian", "G7", "(11) 5 13 ♭7 1 9 3"), ("C", "ionian", "Em7", "(♭13) ♭7 1 (♭9) ♭3 11 5"),
        ("A♭", "melodic-minor", "G7alt", "♭9 ♯9 3 ♭5 ♯5 ♭7 1"), ("F", "minor-blues", "B♭7", "5 ♭7 1 ♭9 9 (11)"),
        ("E", "minor-pentatonic", "Cmaj7", "3 5 13 7 9"), ("D", "whole-half", "Ddim7", "1 9 ♭3 11 ♭5 ♭13 𝄫7 7"),
    ],
)  # fmt: skip
def test_what_each_note_becomes(tables: Tables, tonic: str, scale: str, chord: str, wanted: str) -> None:
    found = heard(NoteName.parse(tonic), tables.scales.get(scale), chord_of(chord))
    said = [f"({tone.degree.text})" if tone.role == "care" else tone.degree.text for tone in found]
    assert " ".join(said) == wanted


@pytest.mark.parametrize(
    ("scale", "first", "wanted"),
    [
        ("lydian", "Cmaj7(#11)", "Cmaj7 C6"), ("mixolydian", "C7", "C9 C13 C9sus4"), ("dorian", "Cm7", "Cm9 Cm6"),
        ("altered", "C7alt", "C7(#9) C7(b9) C7(#5)"), ("half-whole", "C13(b9)", "C7(b9) C7(#9)"),
        ("lydian-dominant", "C7(#11)", "C7 C9 C13"), ("minor-blues", "Cm7", "C7 C9 Cm7"),
        ("melodic-minor", "Cm(maj7)", "Cm6"), ("whole-tone", "C7(#5)", "C9(#5)"), ("locrian", "Cm7b5", "Cm7b5"),
    ],
)  # fmt: skip
def test_the_chords_a_sound_serves(tables: Tables, scale: str, first: str, wanted: str) -> None:
    served = [s.chord for s in chords_served(NoteName(0), tables.scales.get(scale), tables.scales)]
    if scale != "minor-blues":
        assert served[0] == chord_of(first)
    assert {chord_of(symbol) for symbol in wanted.split()} <= set(served)


def walk(symbols: str, key: str) -> tuple[list[Chord], tuple[Place, ...]]:
    chords = [chord_of(word) for word in symbols.split()]
    return chords, places(chords, [Key.parse(key)] * len(chords))


@pytest.mark.parametrize(
    ("symbols", "key", "accepted", "wanted"),
    [
        ("Dm7 G7 Cmaj7 Am7", "C", "usual", 1),
        ("Dm7 G7 Cmaj7 Fm7 Bb7 Ebmaj7", "C", "usual", 2),
        ("Dm7b5 G7b9 Cm6", "Cm", "strict", 3),
        ("F7 Bb7 F7 C7", "F", "usual", 1),
    ],
)
def test_the_fewest_sounds_of_usual_progressions(
    tables: Tables, symbols: str, key: str, accepted: str, wanted: int
) -> None:
    chords, where = walk(symbols, key)
    found = fewest_sounds(chords, where, tables.scales, accepted=ACCEPTANCE[accepted])
    assert len(found) == wanted
    assert found[0].first == 0
    assert found[-1].end == len(chords)


@given(
    st.lists(st.builds(str.__add__, st.sampled_from(["D", "G", "C", "Eb"]), qualities), min_size=1, max_size=4),
    st.sampled_from(sorted(ACCEPTANCE)),
    st.booleans(),
)
@examples(25)
def test_the_fewest_sounds_equal_brute_force(symbols: list[str], accepted: str, pin: bool) -> None:
    catalogue = load_tables().scales
    chords, where = walk(" ".join(symbols), "C")
    pinned = {0: (NoteName.parse("F#"), catalogue.get("whole-tone"))} if pin else {}
    found = fewest_sounds(chords, where, catalogue, accepted=ACCEPTANCE[accepted], pinned=pinned)
    assert [n for s in found for n in range(s.first, s.end)] == list(range(len(chords)))

    def sounds(number: int) -> dict[tuple[int, int], float]:
        if number in pinned:
            return {(6, catalogue.scales.index(pinned[number][1])): 0.0}
        need = need_of(chords[number], where[number])
        root = chords[number].root.pitch_class
        all_of_them = {
            ((root + turn) % 12, n): score
            for turn in range(12)
            for n, score in enumerate(scores(need, catalogue, turn))
        }
        let_in = {key: score for key, score in all_of_them.items() if score <= ACCEPTANCE[accepted]}
        best = min(all_of_them, key=lambda key: all_of_them[key])
        return let_in or {best: all_of_them[best]}

    rows = [sounds(number) for number in range(len(chords))]
    # Every way to cut the progression into stretches, each with its cheapest common sound.
    least: tuple[int, float] | None = None
    for cuts in product([False, True], repeat=len(chords) - 1):
        edges = [0, *(n + 1 for n, cut in enumerate(cuts) if cut), len(chords)]
        total = 0.0
        for first, end in pairwise(edges):
            common = set.intersection(*(set(rows[n]) for n in range(first, end)))
            if not common:
                break
            total += min(sum(rows[n][sound] for n in range(first, end)) for sound in common)
        else:
            way = (len(edges) - 1, round(total, 6))
            least = way if least is None else min(least, way)
    assert least is not None
    assert (len(found), round(sum(s.score for s in found), 2)) == (least[0], round(least[1], 2))
