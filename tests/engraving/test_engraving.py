"""Pictures and pages: every note is there under its id, and every sign has a glyph."""

from __future__ import annotations

import re
import xml.etree.ElementTree as ET
from importlib.resources import files
from typing import Any

import pytest
import typst
from fontTools.ttLib import TTFont
from lxml import etree

from dodecant.engraving.engraver import EngravingError, engrave
from dodecant.engraving.pages.handout import handout_pdf
from dodecant.engraving.strip_svg import sheet_svg, strip_svg
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.tables import Tables

SVG = "{http://www.w3.org/2000/svg}"


def exercise(tables: Tables, **document: Any) -> Exercise:
    keys = {"order": "picked", "picked": ["E♭", "B"]}
    return press(read_recipe({"keys": keys, **document}), tables)


CHROMATIC = {"kind": "cell", "text": "1 ♭5 4"}


def test_each_note_of_a_strip_is_a_group_with_its_number_and_weight(tables: Tables) -> None:
    made = exercise(tables, figure=CHROMATIC)
    strip = made.strips[1]
    root = ET.fromstring(strip_svg(made, strip))
    for index, note in enumerate(strip.notes):
        group = root.find(f".//{SVG}g[@id='{strip.note_id(index)}']")
        assert group is not None
        assert f"role-{note.tone.role}" in group.get("class", "").split()
        text = group.find(f".//{SVG}text[@class='syl']")
        assert text is not None
        assert "".join(text.itertext()).strip() == note.tone.number
        assert text.get("font-weight") == ("700" if note.tone.role == "chord" else "400")
        boxes = group.findall(f".//{SVG}rect")
        assert len(boxes) == (note.tone.role in ("care", "outside"))
    ids = [element.get("id") for element in root.iter() if element.get("id")]
    assert len(ids) == len(set(ids))


def test_numbers_can_be_left_out_and_a_picture_comes_again_the_same(tables: Tables) -> None:
    made = exercise(tables, numbers="none")
    first = strip_svg(made, made.strips[0])
    assert "syl" not in first
    assert first == strip_svg(exercise(tables, numbers="none"), made.strips[0])
    assert strip_svg(made, made.strips[1]) != first


def test_a_sheet_of_many_pages_is_whole(tables: Tables) -> None:
    """The engraver's pages end at some 27,000 pixels; the picture goes on."""
    recipe = {"sounds": {"kind": "family", "parent": "ionian"}, "path": {"high": {"step": 1, "octave": 6}}}
    made = press(read_recipe({**recipe, "placement": {"value": "quarter"}}), tables)
    text = sheet_svg(made).decode()
    assert {f"s{strip.stop.index}n{len(strip.notes) - 1}" for strip in made.strips} <= set(
        re.findall(r'id="(s\d+n\d+)"', text)
    )
    whole = etree.fromstring(text.encode(), etree.XMLParser(huge_tree=True))
    assert float(whole.get("viewBox", "").split()[3]) > 30_000
    tops = [float(page.get("y", "0")) for page in whole]
    assert tops == sorted(tops)


def test_the_sheet_holds_every_strip_and_heading(tables: Tables) -> None:
    made = exercise(tables, sounds={"kind": "one", "scale": "locrian"})
    text = sheet_svg(made).decode()
    assert all(f'id="{strip.note_id(0)}"' in text for strip in made.strips)
    assert all(strip.heading in text for strip in made.strips)


def test_what_is_no_score_is_refused() -> None:
    with pytest.raises(EngravingError):
        engrave("this is no score", 600)


def test_the_handout_is_a_pdf_with_its_words_and_fonts(tables: Tables) -> None:
    made = exercise(tables, title="Tide & rope: ő", figure=CHROMATIC)
    data = handout_pdf(made)
    assert data.startswith(b"%PDF-")
    assert data == handout_pdf(made)
    fonts = {name.split(b"+")[-1].decode() for name in re.findall(rb"/FontName\s*/([A-Za-z0-9+-]+)", data)}
    assert {"Literata-Bold", "Literata-Regular", "Figtree-Bold", "DodecantSigns-Regular"} <= fonts, fonts
    assert not any("Libertinus" in name or "DejaVu" in name for name in fonts)
    assert len(re.findall(rb"/Type\s*/Page\b", data)) == 1
    assert handout_pdf(made, "us-letter") != data


@pytest.mark.parametrize(
    ("font", "signs"),
    [("DodecantSigns-Regular", "♭♮♯𝄪𝄫"), ("Leipzig", "\ue260\ue262\ueca5"), ("Literata-Regular", "Aőł“”·"),
     ("Figtree-Bold", "0123456789ŐŁ")],
)  # fmt: skip
def test_the_fonts_have_the_signs_they_are_shipped_for(font: str, signs: str) -> None:
    with (files("dodecant") / "engraving" / "pages" / "fonts" / f"{font}.ttf").open("rb") as file:
        glyphs = TTFont(file).getBestCmap()
    assert {sign for sign in signs if ord(sign) not in glyphs} == set()


def test_the_page_finds_its_font_families() -> None:
    folder = str(files("dodecant") / "engraving" / "pages" / "fonts")
    families = typst.Fonts(include_system_fonts=False, font_paths=[folder]).families()
    assert {"Literata", "Figtree", "Dodecant Signs", "Leipzig"} <= set(families)


def test_chord_symbols_and_names_of_sounds_stand_over_their_notes(tables: Tables) -> None:
    changes = {"text": "title: Quay\nkey: E♭\n| Fm7 B♭7alt | E♭maj7 |"}
    made = exercise(tables, sounds={"kind": "changes", "changes": changes})
    root = ET.fromstring(strip_svg(made, made.strips[1]))
    said = ["".join(text.itertext()) for text in root.iter(f"{SVG}g") if text.get("class") == "harm"]
    assert [re.sub(r"[^A-Za-z0-9]", "", text) for text in said] == ["Cm7", "F7alt", "Bmaj7"] * (len(said) // 3)
    assert "@font-face" not in strip_svg(made, made.strips[0], styled=True)
    assert "@font-face" in strip_svg(made, made.strips[0], styled=True, alone=True)
    assert b"@font-face" in sheet_svg(made)
    assert b"@font-face" not in sheet_svg(exercise(tables))
    assert handout_pdf(made).startswith(b"%PDF-")
    morph = exercise(tables, sounds={"kind": "morph", "scales": ["lydian", "ionian"]})
    picture = strip_svg(morph, morph.strips[0])
    assert all(name in picture for name in (">Lydian<", ">Ionian<", 'class="artic"'))


@pytest.mark.parametrize("width", [640, 860, 1120])
@pytest.mark.parametrize("strip", [0, 1])
def test_a_sections_boxed_name_stays_on_the_page_and_off_the_chords(tables: Tables, width: int, strip: int) -> None:
    names = ["chorus", "A", "The long way home", "Interlude two"]
    text = "key: C\n" + "\n".join(f"section: {name}\n| Dm7 | G7 | Cmaj7 | % |" for name in names)
    made = exercise(tables, sounds={"kind": "changes", "changes": {"text": text}})
    root = ET.fromstring(strip_svg(made, made.strips[strip], width))
    score = root.find(f"{SVG}svg")
    assert score is not None
    sky = float(score.get("viewBox", "").split()[1])
    chords = [group.find(f"{SVG}text") for group in root.iter(f"{SVG}g") if group.get("class") == "harm"]
    baselines = [(float(chord.get("x", "0")), float(chord.get("y", "0"))) for chord in chords if chord is not None]
    assert len(baselines) >= 3 * len(names)
    boxes = [group for group in root.iter(f"{SVG}g") if group.get("class") == "reh"]
    assert ["".join(box.itertext()) for box in boxes] == names
    for box in boxes:
        frame, words = box.find(f"{SVG}rect"), box.find(f"{SVG}text")
        assert frame is not None
        assert words is not None
        left, wide = float(frame.get("x", "-1")), float(frame.get("width", "0"))
        top, high = float(frame.get("y", "-9999")), float(frame.get("height", "0"))
        assert left >= 0
        assert top >= sky
        # A capital letter is some 250 units high.
        assert not [at for at in baselines if left < at[0] < left + wide and top - 60 < at[1] < top + high + 240]
        assert abs(left + wide / 2 - float(words.get("x", "-1"))) <= 1
