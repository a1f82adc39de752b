"""The voices of a rendering: a sampled piano and a synthesised band. Waves are mono, 44,100 frames a second."""

from __future__ import annotations

import io
from collections.abc import Callable, Mapping
from functools import lru_cache
from importlib.resources import files
from typing import Final, Literal

import numpy as np
import soundfile
from numpy.typing import NDArray

from dodecant.backing.band import BRUSH, FOOT, HAT, RIDE, STRONG_CLICK, TAP

RATE: Final = 44_100
Wave = NDArray[np.float32]
Voice = Literal["piano", "bass", "drone", "time", "click"]
_RELEASE: Final = 0.12  # seconds until a note that is let go is silent
_LONGEST: Final = 6.0  # seconds of a sampled note
_NAMES: Final = {0: "C", 3: "Ds", 6: "Fs", 9: "A"}  # every third half step was sampled


@lru_cache(maxsize=1024)
def wave(voice: Voice, pitch: int, length: float) -> Wave:
    """One note of a voice at full strength: MIDI number (of time and click the key of General MIDI), seconds."""
    found = _VOICES[voice](pitch, length)
    found.setflags(write=False)
    return found


def _piano(pitch: int, length: float) -> Wave:
    base = min(range(21, 109, 3), key=lambda one: (abs(one - pitch), one))
    sample = _sample(base)
    if sample is None:
        return _struck(pitch, length)
    ratio = 2 ** ((pitch - base) / 12)
    frames = min(int((length + _RELEASE) * RATE), int((len(sample) - 2) / ratio))
    at = np.arange(frames) * ratio
    return _let_go(np.interp(at, np.arange(len(sample)), sample).astype(np.float32), length)


@lru_cache(maxsize=32)
def _sample(midi: int) -> Wave | None:
    """A note as it was sampled; None where the web pages, which hold the samples, are not built."""
    name = f"{_NAMES[midi % 12]}{midi // 12 - 1}.mp3"
    file = files("dodecant") / "static" / "assets" / "piano" / name
    if not file.is_file():
        return None
    data, rate = soundfile.read(io.BytesIO(file.read_bytes()), dtype="float32", always_2d=True)
    mono = data.mean(axis=1)
    loud = np.flatnonzero(np.abs(mono) > 0.02 * np.abs(mono).max())
    mono = mono[max(0, loud[0] - 60) : loud[0] + int(_LONGEST * rate)]  # the encoder put silence before it
    if rate != RATE:
        mono = np.interp(np.arange(0, len(mono) - 1, rate / RATE), np.arange(len(mono)), mono)
    return np.asarray(mono / max(1e-6, float(np.abs(mono).max())), np.float32)


def _struck(pitch: int, length: float) -> Wave:
    """A plain struck string, where there are no samples."""
    return _string(pitch, length, 6, decay=(1.2, 0.9), falls=1.4, loud=0.55)


def _bass(pitch: int, length: float) -> Wave:
    return _string(pitch, length, 5, decay=(0.9, 1.6), falls=1.0, loud=0.6)


def _string(pitch: int, length: float, partials: int, *, decay: tuple[float, float], falls: float, loud: float) -> Wave:
    """Some partials that die away, the higher the sooner (`decay` of each, and more for its number) and the softer."""
    at = _times(length)
    tone = sum(
        np.sin(2 * np.pi * _hertz(pitch) * number * at) * np.exp(-at * (decay[0] + decay[1] * number)) / number**falls
        for number in range(1, partials + 1)
    )
    return _let_go(np.asarray(loud * tone, np.float32), length)


def _drone(pitch: int, length: float) -> Wave:
    at = _times(length)
    tone = sum(
        np.sin(2 * np.pi * _hertz(pitch) * number * (1 + apart) * at) / number**2
        for number in range(1, 5)
        for apart in (-0.0015, 0.0, 0.0015)
    )
    swell = np.minimum(1, at / 0.5)
    return _let_go(np.asarray(0.22 * tone * swell, np.float32), length)


def _time(key: int, length: float) -> Wave:
    """Cymbals and brushes: noise, and for the ride a shimmer of tones that do not go together."""
    del length
    decay, high, loud = {RIDE: (7.0, 0.0, 0.20), FOOT: (60.0, 1.0, 0.35), HAT: (70.0, 1.0, 0.30),
                         BRUSH: (14.0, 0.6, 0.22), TAP: (30.0, 0.4, 0.35)}.get(key, (40.0, 0.5, 0.3))  # fmt: skip
    at = _times(0.5 if key == RIDE else 0.2)
    noise = np.random.default_rng(key).standard_normal(len(at))
    bright = noise - high * np.concatenate(([0.0], noise[:-1]))
    if key == RIDE:
        bright = 0.4 * noise + sum(np.sin(2 * np.pi * hertz * at) for hertz in (3127.0, 4391.0, 5683.0, 7129.0))
    return np.asarray(loud * bright * np.exp(-at * decay), np.float32)


def _click(key: int, length: float) -> Wave:
    del length
    at = _times(0.05)
    hertz = 1568.0 if key == STRONG_CLICK else 1046.5
    return np.asarray(0.6 * np.sin(2 * np.pi * hertz * at) * np.exp(-at * 70), np.float32)


def _hertz(pitch: int) -> float:
    return float(440 * 2 ** ((pitch - 69) / 12))


def _times(length: float) -> NDArray[np.float64]:
    return np.arange(int((length + _RELEASE) * RATE)) / RATE


def _let_go(found: Wave, length: float) -> Wave:
    """A note that is let go after its length."""
    begin = int(length * RATE)
    tail = len(found) - begin
    if tail > 0:
        found[begin:] *= np.linspace(1, 0, tail, dtype=np.float32) ** 2
    return found


_VOICES: Final[Mapping[Voice, Callable[[int, float], Wave]]] = {
    "piano": _piano,
    "bass": _bass,
    "drone": _drone,
    "time": _time,
    "click": _click,
}
