"""Shared fixtures: the tables, fresh data files, one application and clients for it, the published MusicXML schema."""

from __future__ import annotations

import shutil
from collections.abc import Iterator
from pathlib import Path

import musicxml
import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient
from lxml import etree

from dodecant.api.app import create_app, equip
from dodecant.exercise.tables import Tables
from dodecant.store.database import Database
from dodecant.store.demo import prepare_demo
from dodecant.tables import load_tables
from tests.generated import load_profile
from tests.store.fresh import fresh

load_profile()


@pytest.fixture(scope="session")
def tables() -> Tables:
    return load_tables()


@pytest.fixture
def database(tmp_path: Path) -> Database:
    """A data file of its own with nothing in it."""
    return fresh(tmp_path)


@pytest.fixture(scope="session")
def application() -> FastAPI:
    """One application for all tests, because its first request takes a second; `equip` gives it a data file."""
    return create_app(Database(Path("unused")))


@pytest.fixture
def client(application: FastAPI, database: Database) -> Iterator[TestClient]:
    equip(application, database)
    with TestClient(application, base_url="http://127.0.0.1") as made:
        yield made


@pytest.fixture(scope="session")
def filled(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The demo's data file, which tests copy."""
    return prepare_demo(tmp_path_factory.mktemp("demo") / "demo.db").path


@pytest.fixture
def demo(filled: Path, tmp_path: Path) -> Database:
    """A data file of its own with the demo in it."""
    return Database(Path(shutil.copy(filled, tmp_path / "demo.db")))


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
