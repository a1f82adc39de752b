"""Measures the numbers the design promises and writes the table in bench/README.md.

The music toolkit does the same work in the same run: it builds the same notes, transposes them through the keys and
writes MusicXML. Ratios travel between machines better than milliseconds do.
"""

from __future__ import annotations

import platform
import statistics
import sys
import tempfile
from functools import partial
from pathlib import Path

from music21 import interval, meter, note, stream
from music21.musicxml.m21ToXml import GeneralObjectExporter
from tools.endure.crowd import crowd

from bench.browser import fresh_pages, phrase_changes, sound_starts
from bench.class_work import class_rows
from bench.learners import learner_rows
from bench.long_form import long_rows
from bench.practising import planning_rows, stand_rows
from bench.timing import TUNE, best
from dodecant.api.warm import settle
from dodecant.engraving import strip_svg
from dodecant.engraving.pages.handout import handout_pdf
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.hands import optimiser_of
from dodecant.exercise.harmony.chord_sounds import chord_places
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.music.chord_scale_fit import fit as fit_module
from dodecant.music.chord_scale_fit.serving import fewest_sounds
from dodecant.music.progressions.changes_text import parse_changes
from dodecant.music.scales.neighbours import neighbours
from dodecant.tables import load_tables

README = Path(__file__).parent / "README.md"
MARK = "<!-- results -->"
# A cell of four on fifteen tones up and back: 116 eighths, 14½ bars a key; cut to 8 bars it is this path.
EIGHT_BARS = {"figure": {"kind": "cell", "text": "1 2 3 5"}, "path": {"high": {"step": 2, "octave": 2}}}


def the_toolkits_way(exercise: Exercise) -> bytes:
    """The first key's notes, transposed key by key, as MusicXML."""
    first = exercise.strips[0]
    score = stream.Part()
    names = [n.tone.written.text.replace("♭", "-").replace("♯", "#") for n in first.notes]
    for strip in exercise.strips:
        half_steps = strip.notes[0].tone.written.midi - first.notes[0].tone.written.midi
        line = stream.Part([meter.TimeSignature("4/4")])
        for name, n in zip(names, first.notes, strict=True):
            line.append(note.Note(name, quarterLength=float(n.length)))
        moved = line.transpose(interval.Interval(half_steps))
        for element in moved.notes:
            score.append(element)
    return bytes(GeneralObjectExporter(stream.Score([score])).parse())


def forget_pictures() -> None:
    """Empty the caches, so that engraving is measured and not remembering."""
    strip_svg._picture.cache_clear()


def rows() -> list[tuple[str, str, str]]:
    """What was measured, the result, the goal."""
    tables = load_tables()
    recipe = read_recipe(EIGHT_BARS)
    exercise = press(recipe, tables)
    ours = best(lambda: to_musicxml(press(recipe, tables)), times=20)
    theirs = best(lambda: the_toolkits_way(exercise), times=3)
    worked = best(lambda: press(recipe, tables), times=20)
    pdf = best(lambda: handout_pdf(exercise), times=3, prepare=forget_pictures)
    engraved = best(lambda: strip_svg.strip_svg(exercise, exercise.strips[0]), times=10, prepare=forget_pictures)
    changes = phrase_changes(40)
    pages = fresh_pages(8)[1:]  # the server itself begins with the first
    fresh, again, late = sound_starts()
    slowest = statistics.quantiles(changes, n=20)[-1]
    size = f"12 keys x {len(exercise.strips[0].bars)} bars"
    return [
        *harmony_rows(),
        *long_rows(),
        *fingering_rows(),
        *stand_rows(),
        *planning_rows(),
        *learner_rows(30),
        *class_rows(),
        *crowd_rows(),
        (f"{size} of eighths, worked out", f"{worked:.1f} ms", ""),
        (f"{size}, worked out and as MusicXML, against the toolkit", f"{theirs / ours:.0f} times faster "
         f"({ours:.1f} ms against {theirs:.0f} ms)", "20 times"),
        ("one strip engraved", f"{engraved:.0f} ms", ""),
        (f"{size} to PDF, nothing remembered", f"{pdf / 1000:.2f} s", "under 1.5 s"),
        ("a changed phrase to four bars of new notation in the browser, 95th percentile of 40", f"{slowest:.0f} ms",
         "under 100 ms"),
        ("the same, median", f"{statistics.median(changes):.0f} ms", ""),
        ("the first strip of a fresh page, median of 7", f"{statistics.median(pages):.0f} ms", "under 700 ms"),
        ("from pressing Play to the first sound, fresh page", f"{fresh:.0f} ms", "under 400 ms"),
        ("the same, once more", f"{again:.0f} ms", "under 100 ms"),
        ("the latest event while the page is busy 300 of every 400 ms", f"{late:.0f} ms", "under 10 ms"),
        ("for scale: ten million additions in a Python loop (0.5 s on a desk machine of 2024)",
         f"{best(_additions, times=3) / 1000:.1f} s", ""),
    ]  # fmt: skip


# Thirty-two bars, forty-four chords, none of them remembered from the bar before.


def harmony_rows() -> list[tuple[str, str, str]]:
    """Fit, neighbours and a line over changes, with nothing remembered from the run before."""
    scales = load_tables().scales
    changes = parse_changes(TUNE)
    chords = [slot.chord for slot in changes.slots]

    def fits() -> None:
        for chord, place in zip(chords, chord_places(changes), strict=True):
            if chord is not None:
                fit_module.fit(chord, place, scales, most=10)

    def forget() -> None:
        for cached in (fit_module._scored, fit_module._need, neighbours):
            cached.cache_clear()

    where = chord_places(changes)
    recipe = read_recipe({"sounds": {"kind": "changes", "changes": {"text": TUNE}}, "path": {"direction": "up"}})
    tables = load_tables()
    fitted = best(fits, times=20, prepare=forget)
    near = best(lambda: neighbours(scales.get("ionian"), scales), times=20, prepare=forget)
    fewest = best(lambda: fewest_sounds(chords, where, scales, accepted=1.7), times=10, prepare=forget)
    line = best(lambda: press(recipe, tables), times=20)
    lick = {"kind": "lick", "text": "1:½ 2 3 5 ♯4 5 3:1", "over": "Cmaj7"}
    ways = {"guide tones": {"kind": "guide-tones"}, "an unbroken line": {"kind": "unbroken"}, "a lick": lick}
    plain = recipe.model_dump(mode="json")
    others = {name: read_recipe({**plain, "figure": figure}) for name, figure in ways.items()}
    others["a line with voicings beside it"] = read_recipe({**plain, "companions": [{"kind": "voicings"}]})
    inverted = {"ladder": {"kind": "arpeggio"}, "joins": {"begin": "any", "direction": "either"}}
    others["arpeggios inverted, in either direction,"] = read_recipe({**plain, **inverted})
    cell = {"kind": "play", "figure": {"kind": "cell", "text": "1 2 3 5"}}
    pair = {"kind": "play", "figure": {"kind": "pairs"}, "scale": {"scale": "altered"}}
    ruled = [{"where": {"step": "II"}, "what": cell}, {"where": {"role": "dominant"}, "what": pair}]
    rules = best(
        partial(press, read_recipe({**plain, "figure": ways["an unbroken line"], "rules": ruled}), tables), times=10
    )
    pieces = [piece.model_dump(mode="json") for piece in (*tables.vocabulary, *tables.vocabulary)][:40]
    etude = {**plain, "figure": ways["an unbroken line"], "etude": {"pieces": pieces}}
    composed = read_recipe({**etude, "keys": {"order": "picked", "picked": ["F"]}})
    once = best(partial(press, composed, tables), times=5)
    everywhere = best(partial(press, read_recipe(etude), tables), times=5)
    through = {name: best(partial(press, other, tables), times=20) for name, other in others.items()}
    return [
        ("sounds ranked for every chord of 32 bars", f"{fitted:.1f} ms", "under 10 ms"),
        ("the map of sounds one note away", f"{near:.2f} ms", "under 5 ms"),
        ("the fewest sounds for 32 bars", f"{fewest:.0f} ms", ""),
        ("a line over 32 bars of changes in twelve keys, worked out", f"{line:.0f} ms", "under 25 ms"),
        *((f"{name} over the same", f"{ms:.0f} ms", "under 25 ms") for name, ms in through.items()),
        ("two rules and an unbroken line over the same", f"{rules:.0f} ms", "under 40 ms"),
        ("an etude of 40 pieces over the same, in one key", f"{once:.0f} ms", "under 150 ms"),
        ("the same etude in twelve keys", f"{everywhere:.0f} ms", "under 400 ms"),
    ]


def fingering_rows() -> list[tuple[str, str, str]]:
    """What fingering adds to a line over 32 bars in twelve keys, with nothing known from the exercise before."""
    tables = load_tables()
    hands: dict[str, dict[str, object]] = {
        "guitar": {"kind": "fretted"}, "guitar, three on a string": {"kind": "fretted", "way": "per-string"},
        "guitar, along one string": {"kind": "fretted", "way": "one-string"}, "piano": {"kind": "keyboard"},
        "trombone": {"kind": "slide", "way": "least-travel"},
        "trumpet": {"kind": "valves"}, "harmonica": {"kind": "diatonic-harmonica"},
        "chromatic-harmonica": {"kind": "chromatic-harmonica"},
    }  # fmt: skip
    found = []
    for instrument, fingering in hands.items():
        document = {"player": {"instrument": instrument.split(",")[0]}, "path": {"direction": "up"},
                    "sounds": {"kind": "changes", "changes": {"text": TUNE}}}  # fmt: skip
        plain, fingered = read_recipe(document), read_recipe({**document, "fingering": fingering})
        without = best(partial(press, plain, tables), times=8)
        with_it = best(partial(press, fingered, tables), times=8, prepare=optimiser_of.cache_clear)
        what = f"fingering of 12 keys x 32 bars of eighths, {instrument}"
        found.append((what, f"{with_it - without:.0f} ms", "under 150 ms"))
    return found


def crowd_rows() -> list[tuple[str, str, str]]:
    """Fifty clients on one server: most look around, some change recipes, six print."""
    with tempfile.TemporaryDirectory() as folder:
        found = crowd(20, Path(folder) / "d.db")
    small = found["small p99"] * 1000
    return [
        ("50 clients, of which six print: answers a second", f"{found['a second']:.0f}", ""),
        ("of them, a page of a list: 99th percentile", f"{small:.0f} ms", "under 300 ms"),
        ("of them, a changed recipe: median and 99th percentile",
         f"{found['changed p50'] * 1000:.0f} and {found['changed p99'] * 1000:.0f} ms", ""),
    ]  # fmt: skip


def _additions() -> None:
    total = 0
    for number in range(10_000_000):
        total += number


def main() -> int:
    """Measure, print, and write the table."""
    load_tables()
    settle()  # as each process of the server does when it starts
    table = ["| what | measured | goal |", "|---|---|---|", *(f"| {a} | {b} | {c} |" for a, b, c in rows())]
    text = README.read_text("utf-8").split(MARK)[0]
    machine = f"{platform.machine()}, Python {platform.python_version()}"
    README.write_text(f"{text}{MARK}\n\nOn {machine}:\n\n" + "\n".join(table) + "\n", "utf-8")
    print("\n".join(table))
    return 0


if __name__ == "__main__":
    sys.exit(main())
