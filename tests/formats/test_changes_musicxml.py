"""Chord symbols in MusicXML: there and back, read by a general-purpose toolkit, and whatever a file may hold."""

from __future__ import annotations

import io
import zipfile

import pytest
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree
from music21 import converter, harmony

from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.tables import Tables
from dodecant.formats.musicxml.changes import changes_from_musicxml, changes_to_musicxml
from dodecant.formats.musicxml.chord_symbols import KINDS
from dodecant.music.core.chord import Quality
from dodecant.music.core.chord_symbol import parse_chord, parse_quality
from dodecant.music.progressions.changes_text import parse_changes
from tests.generated import examples
from tests.music.test_chords import SPELLINGS

TEXTS = [
    "title: Gangway\nkey: F\n| Gm7 | C7 / / C7alt | Fmaj7 Bb7#11/D | N.C. |",
    "key: A minor\nmetre: 3/4\n|: Am7 D7 F | 1. Bm7b5 / E7 :| 2. E7 | Am6 |",
    "key: Eb\nsection: A\n|: Ebmaj7 | 1,2. Fm7 Bb7 :| 3. Ebmaj7 |\nsection: B\n| G13(b9) | Csus4 |",
    "metre: 6/8\n| C F |\nmetre: 2/2\n| G C |\nmetre: 5/4\n| Dm7 / / G7 / |",
]


@pytest.mark.parametrize("text", TEXTS)
def test_changes_come_back_from_a_score(schema: etree.XMLSchema, text: str) -> None:
    changes = parse_changes(text)
    data = changes_to_musicxml(changes)
    assert schema.validate(etree.fromstring(data)), schema.error_log
    assert changes_from_musicxml(data) == (changes if changes.title else type(changes)(changes.bars, "Changes"))


def test_an_order_of_sections_is_written_out() -> None:
    changes = parse_changes("play: A B A\nsection: A\n| C | F |\nsection: B\n|: G :|")
    found = changes_from_musicxml(changes_to_musicxml(changes))
    assert [slot.chord for slot in found.slots] == [changes.slots[n].chord for n in changes.chords_played]


def test_every_form_comes_back(tables: Tables) -> None:
    for form in tables.forms:
        changes = form.changes_in(form.key)
        found = changes_from_musicxml(changes_to_musicxml(changes))
        sounding = [[tune.slots[n].chord for n in tune.chords_played] for tune in (changes, found)]
        assert sounding[0] == sounding[1]


def test_every_chord_comes_back_through_kind_and_degrees() -> None:
    symbols = sorted({f"E♭{spelling}" for _, _, spelling in SPELLINGS if "," not in spelling})
    for symbol in symbols:
        chord = parse_chord(symbol)
        assert chord is not None
        assert Quality.of(chord.quality.degrees) == chord.quality
        changes = parse_changes(f"| {symbol.replace(' ', '')} |")
        assert changes_from_musicxml(changes_to_musicxml(changes)).slots[0].chord == chord, symbol


@pytest.mark.parametrize("kind", [kind for kind in KINDS if kind not in ("power", "augmented-seventh")])
def test_the_toolkit_hears_each_kind_as_we_do(kind: str) -> None:
    text = f"| F#{KINDS[kind]} | Bb{KINDS[kind]}/D |"
    score = converter.parseData(changes_to_musicxml(parse_changes(text)).decode(), format="musicxml")
    theirs = list(score.flatten().getElementsByClass(harmony.ChordSymbol))
    tones = {degree.half_steps % 12 for degree in parse_quality(KINDS[kind]).degrees}
    for symbol, root in zip(theirs, (6, 10), strict=True):
        assert symbol.chordKind.startswith(kind.replace("major-minor", "minor-major"))
        assert symbol.root().pitchClass == root
        heard = {(pitch.pitchClass - root) % 12 for pitch in symbol.pitches}
        assert tones - heard <= {5}  # the toolkit leaves the 11 of a thirteenth chord out, or puts it in
    assert theirs[1].bass().pitchClass == 2


def foreign(body: str, divisions: int = 2) -> bytes:
    """A score as another program writes it."""
    return (
        "<score-partwise><movement-title> Quay </movement-title><part-list/><part id='P1'><measure number='1'>"
        f"<attributes><divisions>{divisions}</divisions><key><fifths>-3</fifths><mode>minor</mode></key>"
        f"<time><beats>4</beats><beat-type>4</beat-type></time></attributes>{body}</measure></part></score-partwise>"
    ).encode()


NOTE = "<note><pitch><step>C</step><octave>4</octave></pitch><duration>{}</duration></note>"
MINOR_NINTH = (
    "<harmony><root><root-step>D</root-step></root><kind>minor-seventh</kind><degree><degree-value>9</degree-value>"
    "<degree-alter>0</degree-alter><degree-type>add</degree-type></degree></harmony>"
)
SEVENTH = (
    "<harmony><root><root-step>G</root-step></root><kind text='7alt'>other</kind><offset>2</offset></harmony>"
    "<harmony><root><root-step>A</root-step><root-alter>-1</root-alter></root><kind>major</kind><degree>"
    "<degree-value>5</degree-value><degree-alter>1</degree-alter><degree-type>alter</degree-type></degree>"
    "<offset>4</offset></harmony>"
)


@pytest.mark.parametrize("packed", [False, True])
def test_chords_over_notes_are_read_where_they_stand(packed: bool) -> None:
    data = foreign(MINOR_NINTH + NOTE.format(2) + SEVENTH + NOTE.format(6))
    if packed:
        file = io.BytesIO()
        with zipfile.ZipFile(file, "w") as archive:
            archive.writestr("META-INF/container.xml", "<container/>")
            archive.writestr("score.xml", data)
        data = file.getvalue()
    changes = changes_from_musicxml(data)
    assert changes.title == "Quay"
    assert changes.key.text == "C minor"
    expected = parse_changes("key: C minor\n| Dm9 / G7alt Abaug |")
    assert [(s.chord, s.start, s.beats) for s in changes.slots] == [(s.chord, s.start, s.beats) for s in expected.slots]


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "not MusicXML"), (b"{}", "not MusicXML"), (b"PK\x03\x04broken", "holds no score"),
        (b"<score-timewise/>", "not a partwise"), (foreign(NOTE.format(8)), "no chord symbols"),
        (b"<!DOCTYPE a [<!ENTITY b 'c'>]><score-partwise>&b;</score-partwise>", "not MusicXML"),
        (b"<score-partwise><part>" + b"<measure/>" * 401 + b"</part></score-partwise>", "401 bars"),
    ],
)  # fmt: skip
def test_what_is_no_score_is_refused_with_a_cure(data: bytes, words: str) -> None:
    with pytest.raises(RecipeError) as caught:
        changes_from_musicxml(data)
    assert words in str(caught.value)
    assert caught.value.problems[0].cure


pieces = st.sampled_from([MINOR_NINTH, SEVENTH, NOTE.format(3), NOTE.format("x"),
    "<backup><duration>9</duration></backup>",
    "<harmony/>", "<harmony><root><root-step>Q</root-step></root><kind>major</kind></harmony>",
    "<barline><ending number='1, 2,x' type='start'/><repeat direction='backward'/></barline>",
    "<attributes><divisions>0</divisions><key><fifths>99</fifths></key><time><beats>3+2</beats></time></attributes>",
])  # fmt: skip


@given(st.lists(pieces, max_size=12).map("".join).map(foreign) | st.binary(max_size=60))
@examples(300)
def test_any_file_is_read_or_refused(data: bytes) -> None:
    try:
        changes = changes_from_musicxml(data)
    except RecipeError as error:
        assert error.problems[0].cure
        return
    for bar in changes.bars:
        assert sum(slot.beats for slot in bar.slots) == bar.metre.beats
    assert changes.played
