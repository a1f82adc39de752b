"""What is inside a sound, how it is made, and how it is found."""

from __future__ import annotations

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.music.chord_scale_fit.pairs_inside import pairs_inside
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.errors import MusicError
from dodecant.music.core.key import Key
from dodecant.music.core.numeral import print_numeral
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.finding import by_name, holders
from dodecant.music.scales.making import union, with_leading_tone
from dodecant.music.scales.neighbours import chain, chain_through
from dodecant.music.scales.scale import Scale, own_scale
from dodecant.music.scales.stacks import stacks, triad_pairs
from dodecant.music.scales.working import working
from dodecant.tables import load_tables
from tests.generated import examples

SCALES = load_tables().scales
C = NoteName(0)


# Diatonic chords, from the harmony books.
@pytest.mark.parametrize(
    ("tonic", "scale", "size", "wanted"),
    [
        ("C", "ionian", 3, "C Dm Em F G Am Bdim"),
        ("C", "ionian", 4, "Cmaj7 Dm7 Em7 Fmaj7 G7 Am7 Bm7♭5"),
        ("A", "harmonic-minor", 3, "Am Bdim Caug Dm E F G♯dim"),
        ("A", "harmonic-minor", 4, "Am(maj7) Bm7♭5 Cmaj7(♯5) Dm7 E7 Fmaj7 G♯dim7"),
        ("C", "melodic-minor", 4, "Cm(maj7) Dm7 E♭maj7(♯5) F7 G7 Am7♭5 Bm7♭5"),
        ("F", "harmonic-major", 4, "Fmaj7 Gm7♭5 Am7 B♭m(maj7) C7 D♭maj7(♯5) Edim7"),
        ("E♭", "dorian", 4, "E♭m7 Fm7 G♭maj7 A♭7 B♭m7 Cm7♭5 D♭maj7"),
        ("C", "whole-tone", 3, "Caug Daug Eaug F♯aug G♯aug B♭aug"),
        ("D", "whole-half", 4, "Ddim7 Edim7 Fdim7 Gdim7 A♭dim7 B♭dim7 Bdim7 C♯dim7"),
        ("C", "minor-pentatonic", 3, "C–F–B♭ E♭–G–C F–B♭–E♭ Gsus4 B♭sus2"),
    ],
)
def test_chords_on_every_step(tonic: str, scale: str, size: int, wanted: str) -> None:
    found = [stack.text for stack in stacks(NoteName.parse(tonic), SCALES.get(scale), size)]
    if scale == "minor-pentatonic":
        assert found[0] in ("C–F–B♭", "C7sus4(no5)")  # a pile of fourths, whatever it is called
        return
    assert found == wanted.split()


def test_numerals_of_the_chords() -> None:
    found = [
        print_numeral(s.chord, Key(C, "minor"), lower=True) for s in stacks(C, SCALES.get("aeolian"), 4) if s.chord
    ]
    assert " ".join(found) == "i7 iiø7 ♭IIImaj7 iv7 v7 ♭VImaj7 ♭VII7"


# Pairs taught first for a sound; the roots are given, in either order.
@pytest.mark.parametrize(
    ("tonic", "scale", "wanted"),
    [
        ("C", "ionian", "F G"), ("C", "lydian", "C D"), ("C", "mixolydian", "B♭ C"), ("D", "dorian", "F G"),
        ("C", "lydian-dominant", "C D"), ("C", "whole-tone", "Caug Daug"), ("G", "altered", "D♭ E♭"),
        ("C", "melodic-minor", "F G"), ("C", "half-whole", "C F♯"), ("C", "augmented", "Caug E♭aug"),
    ],
)  # fmt: skip
def test_the_usual_triad_pair_is_among_the_first(tonic: str, scale: str, wanted: str) -> None:
    pairs = triad_pairs(NoteName.parse(tonic), SCALES.get(scale))
    first = [{pair.first.names[0].pitch_class, pair.second.names[0].pitch_class} for pair in pairs]
    roots = {NoteName.parse(word.removesuffix("aug")).pitch_class for word in wanted.split()}
    assert roots in first[:4], [(p.first.text, p.second.text) for p in pairs[:5]]


def test_a_triad_pair_serves_chords_on_its_own_root_and_lies_in_other_sounds() -> None:
    """C and D over A are 1 ♭3 4 5 6 ♭7: minor with the sixth, or sus, and a part of all the modes of G major."""
    pair = next(p for p in pairs_inside(NoteName.parse("A"), SCALES.get("dorian"), SCALES) if p.pair.apart == 2)
    assert {"Am7", "Am6", "A7sus4"} <= {print_chord(served.chord) for served in pair.serves}
    assert {"G Ionian", "C Lydian", "D Mixolydian"} <= set(pair.held_by)


@given(st.sampled_from(SCALES.scales), st.integers(0, 11))
def test_a_triad_pair_has_six_tones_of_its_sound(scale: Scale, half_steps: int) -> None:
    tonic = NoteName.parse(["C", "D♭", "D", "E♭", "E", "F", "F♯", "G", "A♭", "A", "B♭", "B"][half_steps])
    tones = {degree.name_above(tonic).pitch_class for degree in scale.degrees}
    pairs = triad_pairs(tonic, scale)
    for pair in pairs:
        assert len(pair.heights) == 6
        assert pair.heights <= tones
        assert 1 <= pair.apart <= 6
    assert len({(p.first.text, p.second.text) for p in pairs}) == len(pairs)


@pytest.mark.parametrize(
    ("tonic", "degrees", "last"),
    [
        ("E♭", "1 b2 b3 4 b5 b6 b7", "Lower the 7: D becomes D♭. · E♭ F♭ G♭ A♭ B𝄫 C♭ D♭"),
        ("A", "1 2 3 5 6", "Leave out the 4 and 7: no D and G♯. · A B C♯ E F♯"),
        ("C", "1 2 b3 3 4 5 6 b7 7", "Take the 7 twice: B♭ and B. · C D E♭ E F G A B♭ B"),
        ("G", "1 b2 b3 b4 b5 b6 bb7", "Lower twice the 7: F♯ becomes F♭. · G A♭ B♭ C♭ D♭ E♭ F♭"),
        ("F", "1 2 3 4 5 6 7", "The major scale on F. · F G A B♭ C D E"),
    ],
)
def test_the_working_step_by_step(tonic: str, degrees: str, last: str) -> None:
    step = working(NoteName.parse(tonic), own_scale("own", degrees))[-1]
    assert f"{step.words} · {' '.join(step.notes)}" == last


@given(st.sampled_from(SCALES.scales), st.sampled_from(["C", "F♯", "A♭", "D"]))
def test_the_working_ends_on_the_scale_and_marks_what_changed(scale: Scale, name: str) -> None:
    tonic = NoteName.parse(name)
    steps = working(tonic, scale)
    assert list(steps[-1].notes) == [degree.name_above(tonic).text for degree in scale.degrees]
    for before, after in pairwise(steps):
        if len(before.notes) == len(after.notes):
            assert after.changed == tuple(
                n for n, (a, b) in enumerate(zip(before.notes, after.notes, strict=True)) if a != b
            )


@pytest.mark.parametrize(
    ("scales", "wanted"),
    [
        ("minor-pentatonic major-pentatonic", "1 2 ♭3 3 4 5 6 ♭7"),
        ("minor-blues mixolydian", "1 2 ♭3 3 4 ♭5 5 6 ♭7"),
        ("dorian melodic-minor", "1 2 ♭3 4 5 6 ♭7 7"),
        ("lydian locrian", "1 ♭2 2 ♭3 3 4 ♯4 5 ♭6 6 ♭7 7"),
    ],
)
def test_a_union_of_scales(scales: str, wanted: str) -> None:
    assert " ".join(degree.text for degree in union([SCALES.get(word) for word in scales.split()])) == wanted


@pytest.mark.parametrize(
    ("scale", "step", "wanted"),
    [
        ("dorian", 1, "1 2 ♭3 4 5 6 ♭7 7"), ("ionian", 5, "1 2 3 4 ♯4 5 6 7"), ("ionian", 6, "1 2 3 4 5 ♯5 6 7"),
        ("minor-pentatonic", 2, "1 2 ♭3 4 5 ♭7"), ("aeolian", 3, None), ("ionian", 8, None),
        ("mixolydian", 2, "1 ♯1 2 3 4 5 6 ♭7"),
    ],
)  # fmt: skip
def test_a_leading_tone_below_a_step(scale: str, step: int, wanted: str | None) -> None:
    if wanted is None:
        with pytest.raises(MusicError) as caught:
            with_leading_tone(SCALES.get(scale), step)
        assert caught.value.cure
        return
    assert " ".join(degree.text for degree in with_leading_tone(SCALES.get(scale), step)) == wanted


@pytest.mark.parametrize(
    ("text", "wanted", "asks"),
    [
        ("Dorian", "dorian", False), ("natural minor", "aeolian", False), ("jazz minor", "melodic-minor", False),
        ("half diminished scale", "locrian-natural-2", False), ("LYDIAN b7", "lydian-dominant", False),
        ("blues", "minor-blues major-blues composite-blues", True),
        ("diminished", "half-whole whole-half", True), ("1 2 b3 4 5 6 b7", "dorian", False),
        ("pentatonic", "major-pentatonic minor-pentatonic", True),
        ("tonic", "half-whole major-hexatonic", True), ("to", "", True), ("xyz", "", True), ("  ", "", True),
    ],
)  # fmt: skip
def test_a_name_finds_its_scale_or_asks(text: str, wanted: str, asks: bool) -> None:
    found = by_name(text, SCALES)
    assert set(wanted.split()) <= {one.scale.id for one in found}
    assert (sum(one.match == "name" for one in found) != 1) == asks
    if not asks:
        assert found[0].scale.id == wanted


# As players say them, from the usual books; each is that scale and no question.
SAID = {
    "ionian": "major, Major scale, ionian mode",
    "aeolian": "natural minor, Aeolian scale",
    "melodic-minor": "jazz minor, melodic minor scale, Ionian flat 3",
    "dorian-flat-2": "Dorian b2, Phrygian natural 6, Phrygian #6",
    "lydian-augmented": "Lydian #5, Lydian sharp 5",
    "lydian-dominant": "Lydian b7, Lydian flat 7, Mixolydian #11, acoustic scale, overtone scale",
    "mixolydian-flat-6": "Mixolydian b6, Mixolydian b13, Aeolian dominant",
    "locrian-natural-2": "Locrian #2, Locrian ♯2, Locrian natural 2, Aeolian b5, half diminished",
    "altered": "altered scale, altered dominant, diminished whole tone",
    "super-locrian": "super Locrian, Super-Locrian scale",
    "harmonic-minor": "harmonic minor scale, Aeolian natural 7",
    "phrygian-dominant": "Spanish Phrygian, Mixolydian b9 b13",
    "dorian-sharp-4": "Dorian #4, Dorian #11, Ukrainian Dorian",
    "half-whole": "dominant diminished, inverted diminished",
    "whole-half": "auxiliary diminished",
    "minor-blues": "blues scale, minor blues scale",
    "minor-pentatonic": "minor pentatonic scale, pentatonic minor",
    "bebop-dorian": "bebop minor, bebop Dorian scale",
    "whole-tone": "whole tone scale, Whole-tone",
}


@pytest.mark.parametrize(("scale", "names"), SAID.items())
def test_names_that_players_say(scale: str, names: str) -> None:
    for name in names.split(", "):
        assert by_name(name, SCALES)[0].scale.id == scale, name


def test_every_name_and_alias_is_found_first_or_as_the_only_whole_name() -> None:
    for scale in SCALES.scales:
        for name in (scale.name, *scale.aliases):
            assert scale in [one.scale for one in by_name(name, SCALES) if one.match == "name"]


def test_sounds_that_hold_some_notes() -> None:
    found = holders(frozenset({0, 2, 4, 6, 8}), SCALES)
    named = [(tonic, scale.id) for tonic, scale in found]
    assert named[0][1] == "whole-tone"
    assert (0, "lydian-augmented") in named
    assert (0, "ionian") not in named
    assert len(holders(frozenset(), SCALES)) == 12 * len(SCALES.scales)


@given(
    st.lists(
        st.sampled_from(["lydian", "ionian", "dorian", "phrygian", "locrian", "altered"]),
        min_size=2,
        max_size=4,
        unique=True,
    )
)
@examples(30)
def test_a_way_through_chosen_sounds(names: list[str]) -> None:
    scales = [SCALES.get(name) for name in names]
    way = chain_through(scales, SCALES)
    assert way is not None
    here, passed = scales[0], [scales[0].id]
    for step in way:
        assert len(here.pitch_classes ^ step.scale.pitch_classes) == 2
        here = step.scale
        passed.append(here.id)
    assert set(names) <= set(passed)
    straight = [chain(one, other, SCALES) for one, other in pairwise(scales)]
    assert len(way) <= sum(len(part) for part in straight if part is not None)
