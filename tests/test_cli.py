"""The command line gives what the screen gives."""

from __future__ import annotations

import asyncio
import io
import json
import socket
import time
from pathlib import Path

import httpx2
import pytest

from dodecant.cli import _listening, main
from dodecant.exercise.press import press
from dodecant.formats.json.documents import from_json
from dodecant.formats.json.exercise import to_json
from dodecant.store.database import Database
from dodecant.store.shares import passphrase_hash
from dodecant.tables import load_tables

EXAMPLES = sorted((Path(__file__).parent.parent / "examples").glob("*.recipe.json"))


@pytest.mark.parametrize("example", EXAMPLES, ids=lambda path: path.name[:2])
def test_every_example_presses(example: Path, tmp_path: Path) -> None:
    target = tmp_path / "out.json"
    assert main(["press", str(example), "--to", "json", "-o", str(target)]) == 0
    assert target.read_bytes() == to_json(press(from_json(example.read_bytes()), load_tables()))
    strips = json.loads(target.read_text())["strips"]
    note = next(bar for bar in strips[0]["bars"] if bar["notes"])["notes"][0]
    placed, struck = (
        {"id", "start", "length", "written", "sounding"},
        {"accent", "short", "lower_tones", "sounds_at", "sounds_for"},
    )
    assert set(note) == placed | struck | {"degree", "step", "number", "role", "fingering"}


@pytest.mark.parametrize(
    ("kind", "begins"), [("musicxml", b"<?xml"), ("midi", b"MThd"), ("svg", b"<svg"), ("pdf", b"%PDF")]
)
def test_every_format(kind: str, begins: bytes, tmp_path: Path) -> None:
    target = tmp_path / "out"
    assert main(["press", str(EXAMPLES[0]), "--to", kind, "-o", str(target)]) == 0
    assert target.read_bytes().startswith(begins)


@pytest.mark.parametrize(
    ("content", "words"),
    [('{"tempo": 5}', "/tempo: 5 is too small. Use 20 or more."), ("{", "not JSON"), (None, "No such file")],
)
def test_a_fault_is_told_in_a_line(
    content: str | None, words: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    recipe = tmp_path / "r.json"
    if content is not None:
        recipe.write_text(content)
    assert main(["press", str(recipe), "--to", "json", "-o", str(tmp_path / "out")]) == 1
    assert words in capsys.readouterr().err
    assert not (tmp_path / "out").exists()


def test_checking_a_data_file(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "d.db"
    assert main(["check", "--data", str(path)]) == 1
    assert "no data file" in capsys.readouterr().err
    Database(path).prepare()
    assert main(["check", "--data", str(path)]) == 0
    assert "is sound" in capsys.readouterr().out
    path.write_bytes(b"SQLite format 3\0" + b"\x01" * 5000)
    assert main(["check", "--data", str(path)]) == 1
    with pytest.raises(SystemExit):
        main(["press"])


def test_a_server_is_shared_only_behind_a_passphrase(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    data = ["--data", str(tmp_path / "d.db")]
    assert main(["serve", "--share", "--port", "48123", *data]) == 2
    assert "Set a passphrase first" in capsys.readouterr().err
    for typed, code, words in (
        ("short\n", 1, "has 10 letters or more"), ("\n", 1, "10 letters or more"),
        ("four lamps at low water\n", 0, "The passphrase is set."),
    ):  # fmt: skip
        monkeypatch.setattr("sys.stdin", io.StringIO(typed))
        assert main(["passphrase", *data]) == code
        told = capsys.readouterr()
        assert words in told.out + told.err
        assert typed.strip() == "" or typed.strip() not in told.out + told.err
    with Database(tmp_path / "d.db").connection() as connection:
        kept = passphrase_hash(connection)
    assert kept is not None
    assert kept.startswith("$argon2id$")
    assert main(["serve", "--share", "--address", "ftp://x", "--port", "48123", *data]) == 1
    assert "is no address of a server" in capsys.readouterr().err


def test_answers_are_sent_at_once() -> None:
    """What is accepted is told not to wait for the other side's word, or each answer would come 40 ms later."""

    async def accepted() -> int:
        told: asyncio.Future[int] = asyncio.get_running_loop().create_future()

        def come(_: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
            found = writer.get_extra_info("socket")
            told.set_result(found.getsockopt(socket.IPPROTO_TCP, socket.TCP_NODELAY))
            writer.close()

        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            port = free.getsockname()[1]
        async with await asyncio.start_server(come, sock=_listening(port)):
            _, writer = await asyncio.open_connection("127.0.0.1", port)
            writer.close()
            return await told

    assert asyncio.run(accepted()) != 0


def test_others_are_let_in_and_shut_out_while_it_runs(tmp_path: Path) -> None:
    """On this machine's own address in its network, where it has one."""
    from dodecant.api.access.addresses import own_addresses
    from tests.browser.serving import served

    if not own_addresses():
        pytest.skip("this machine is on no network")
    with served(tmp_path / "data.db", demo=False) as home, httpx2.Client(base_url=home) as teacher:
        port = int(home.rsplit(":", 1)[1])
        away = f"http://{own_addresses()[0]}:{port}"
        assert not _answers(away)
        assert teacher.put("/api/passphrase", json={"passphrase": "four lamps at low water"}).status_code == 204
        for _ in range(2):  # and once more
            assert teacher.put("/api/sharing", json={"on": True}).status_code == 204
            assert away in teacher.get("/api/sharing").json()["addresses"]
            assert httpx2.get(f"{away}/api/visitor").json() == {"kind": "stranger", "shared": True}
            assert httpx2.get(f"{away}/api/players").status_code == 401
            assert teacher.put("/api/sharing", json={"on": False}).status_code == 204
            assert teacher.get("/api/players").status_code == 200
            deadline = time.monotonic() + 60
            while _answers(away):
                assert time.monotonic() < deadline, "the door stays open"
                time.sleep(0.05)


def _answers(address: str) -> bool:
    try:
        assert httpx2.get(f"{address}/api/players").status_code in (401, 403)
    except httpx2.TransportError:
        return False
    return True
