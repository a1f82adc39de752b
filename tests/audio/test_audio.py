"""Sound files: onsets where the events are, lengths right, read back by another reader."""

from __future__ import annotations

import io
import wave as other_reader
from typing import Any

import numpy as np
import pytest
import soundfile
from fastapi.testclient import TestClient

from dodecant.audio.mix import What, rendered, sound_file, soundings
from dodecant.audio.voices import RATE, Voice, wave
from dodecant.backing.band import RIDE, band
from dodecant.backing.setting import Backing
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.part import read_part
from dodecant.practice.takes.due import due_notes
from dodecant.tables import load_tables

TABLES = load_tables()


def made(tempo: int, what: What, **setting: Any) -> tuple[Any, Any]:
    exercise = press(read_recipe({"keys": {"order": "picked", "picked": ["C", "F"]}}), TABLES)
    backing = read_part(Backing, setting)
    strips = [(strip, band(strip, backing, exercise.metre, TABLES)) for strip in exercise.strips]
    return exercise, soundings(exercise, strips, backing, tempo, what)


def onsets(found: np.ndarray[Any, np.dtype[np.float32]]) -> list[float]:
    """Where it becomes louder at once, in seconds: an ear that knows nothing of the events."""
    step = RATE // 1000
    loud = np.sqrt([np.mean(found[at : at + step] ** 2) for at in range(0, len(found) - step, step)])
    before = np.array([loud[max(0, place - 12) : place].max(initial=0) for place in range(len(loud))])
    rises = np.flatnonzero((loud > 0.02) & (loud > 1.6 * before))
    return [place * step / RATE for number, place in enumerate(rises) if number == 0 or place - rises[number - 1] > 40]


@pytest.mark.parametrize("tempo", [60, 132])
def test_clicks_and_notes_begin_where_the_events_say(tempo: int) -> None:
    quiet = {"harmony": "none", "bass": "none", "chords": "none", "time": "none"}
    _, clicks = made(tempo, "band", **quiet, click="all", count_in="none")
    heard = onsets(rendered(clicks))
    assert len(heard) == len(clicks)
    assert all(abs(one - event.at) < 0.005 for one, event in zip(heard, clicks, strict=True))
    _, line = made(tempo, "line", count_in="none")
    first = onsets(rendered([event._replace(length=0.08) for event in line[:8]]))
    assert all(abs(one - event.at) < 0.005 for one, event in zip(first, line, strict=False))


def test_strips_follow_each_other_after_the_count_in() -> None:
    exercise, events = made(120, "line", count_in="one-bar")
    due = due_notes(exercise, exercise.strips[1], 120)
    second = 4 * 0.5 + float(exercise.strips[0].beats) * 0.5  # the counted bar, then the first strip
    notes = [event for event in events if event.voice == "piano"]
    assert [event.voice for event in events[:4]] == ["click"] * 4
    assert notes[len(notes) // 2].at == pytest.approx(second + due[0].at)
    assert notes[len(notes) // 2].pitch == due[0].pitch
    both = made(120, "both")[1]
    assert {event.voice for event in both} == {"piano", "bass", "time", "click"}
    assert {event.voice for event in made(120, "band")[1]} - {"piano"} == {"bass", "time", "click"}
    assert made(120, "both", line=0, band=0, clicks=0)[1]
    assert float(np.abs(rendered(made(120, "both", line=0, band=0, clicks=0)[1])).max()) == 0


def test_files_are_read_back_by_others() -> None:
    _, events = made(160, "both")
    found = rendered(events)
    assert float(np.abs(found).max()) <= 0.9
    with other_reader.open(io.BytesIO(sound_file(found, "wav"))) as file:
        assert (file.getframerate(), file.getnchannels(), file.getsampwidth()) == (RATE, 1, 2)
        assert file.getnframes() == len(found)
        pcm = np.frombuffer(file.readframes(len(found)), np.int16).astype(np.float32) / 32768
    assert float(np.abs(pcm - found).max()) < 0.001
    ogg = sound_file(found, "ogg")
    assert ogg.startswith(b"OggS")
    data, rate = soundfile.read(io.BytesIO(ogg))
    assert (rate, len(data)) == (RATE, len(found))
    assert len(ogg) < len(found)  # less than half of the bytes of the other
    assert sound_file(rendered(events), "wav") == sound_file(found, "wav")


@pytest.mark.parametrize("voice", ["piano", "bass", "drone"])
@pytest.mark.parametrize("pitch", [36, 52, 69])
def test_a_voice_sounds_its_pitch(voice: Voice, pitch: int) -> None:
    """The strongest tone that fits all its partials is the note's: by autocorrelation, which no voice uses."""
    tone = wave(voice, pitch, 1.2)[RATE // 4 : RATE // 4 + RATE // 2].astype(np.float64)
    spectrum = np.fft.rfft(tone, 2 * len(tone))
    alike = np.fft.irfft(spectrum * spectrum.conj())[: len(tone)]
    low, high = int(RATE / 1400), int(RATE / 55)
    period = low + int(np.argmax(alike[low:high]))
    heard = 69 + 12 * np.log2(RATE / period / 440)
    assert abs((heard - pitch + 6) % 12 - 6) < 0.25
    assert abs(heard - pitch) < 0.25 or alike[round(RATE / (440 * 2 ** ((pitch - 69) / 12)))] > 0.9 * alike[period]


def test_a_ride_rings_and_a_note_that_is_let_go_ends() -> None:
    assert len(wave("time", RIDE, 0.1)) > RATE // 3
    short = wave("bass", 40, 0.2)
    assert abs(float(short[-1])) < 0.001
    assert float(np.abs(short[: RATE // 10]).max()) > 0.2


def test_a_sound_file_over_http_is_named_and_bounded(client: TestClient) -> None:
    body = {"recipe": {"title": "Slack", "keys": {"order": "picked", "picked": ["C"]}}, "backing": {}, "tempo": 160}
    answer = client.post("/api/stand/sounds/wav", json=body)
    assert answer.status_code == 200
    assert answer.content[:4] == b"RIFF"
    assert 'filename="Slack - concert piano.wav"' in answer.headers["Content-Disposition"]
    assert client.post("/api/stand/sounds/ogg", json={**body, "what": "band"}).content[:4] == b"OggS"
    assert client.post("/api/stand/sounds/mp9", json=body).status_code == 422
    long = {**body, "recipe": {"path": {"high": {"octave": 3}}, "placement": {"times": 4}}, "tempo": 10}
    refused = client.post("/api/stand/sounds/wav", json=long)
    assert refused.status_code == 422
    assert refused.json()["problems"][0]["pointer"] == "/strips"
