"""The published MusicXML schema."""

from __future__ import annotations

from pathlib import Path

import musicxml
import pytest
from lxml import etree

_IMPORTED = {
    "xlink.xsd": ("http://www.w3.org/1999/xlink", "href type role title show actuate"),
    "xml.xsd": ("http://www.w3.org/XML/1998/namespace", "lang space base id"),
}


@pytest.fixture(scope="session")
def schema(tmp_path_factory: pytest.TempPathFactory) -> etree.XMLSchema:
    """The published schema; the attributes it imports from two others stand beside it, so no network is needed."""
    source = Path(musicxml.__file__).parent / "generate_classes" / "musicxml_4_0.xsd"
    folder = tmp_path_factory.mktemp("schema")
    text = source.read_text("utf-8").replace("http://www.musicxml.org/xsd/", "")
    (folder / "musicxml.xsd").write_text(text, "utf-8")
    for name, (namespace, attributes) in _IMPORTED.items():
        declared = "".join(f'<xs:attribute name="{attribute}"/>' for attribute in attributes.split())
        head = f'<xs:schema xmlns:xs="http://www.w3.org/2001/XMLSchema" targetNamespace="{namespace}">'
        (folder / name).write_text(f"{head}{declared}</xs:schema>", "utf-8")
    return etree.XMLSchema(etree.parse(str(folder / "musicxml.xsd"), etree.XMLParser(no_network=True)))
