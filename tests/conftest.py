"""Shared fixtures: the tables, a fresh data file, a client, the published MusicXML schema."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import musicxml
import pytest
from fastapi.testclient import TestClient
from hypothesis import HealthCheck, settings
from lxml import etree

from dodecant.api.app import create_app
from dodecant.exercise.press import Tables
from dodecant.store.database import Database
from dodecant.tables import load_tables

settings.register_profile("dodecant", deadline=None, suppress_health_check=[HealthCheck.too_slow], derandomize=True)
settings.load_profile("dodecant")


@pytest.fixture(scope="session")
def tables() -> Tables:
    return load_tables()


@pytest.fixture
def database(tmp_path: Path) -> Database:
    made = Database(tmp_path / "data.db")
    made.prepare()
    return made


@pytest.fixture
def client(database: Database) -> Iterator[TestClient]:
    with TestClient(create_app(database), base_url="http://127.0.0.1") as made:
        yield made


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
