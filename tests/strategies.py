"""Hypothesis strategies for whole recipes and all their parts; a kind without one fails a test."""

from __future__ import annotations

from collections.abc import Collection
from typing import Any

from hypothesis import strategies as st

from dodecant.exercise.recipe.companions import COMPANIONS
from dodecant.exercise.recipe.courses import COURSES
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.enclosures import ENCLOSURES
from dodecant.exercise.recipe.figures import FIGURES
from dodecant.exercise.recipe.ladders import LADDERS
from dodecant.exercise.recipe.rhythm.note_values import BEATS, NoteValue
from dodecant.exercise.recipe.sounding.sounds import SOUNDS
from dodecant.music.core.metre import METRES, Metre
from dodecant.tables import load_tables

SCALES = [scale.id for scale in load_tables().scales.scales]
INSTRUMENTS = [instrument.id for instrument in load_tables().instruments.instruments]
KEYS = ["C", "D♭", "D", "E♭", "E", "F", "F♯", "G", "A♭", "A", "B♭", "B"]

scale_ids = st.sampled_from(SCALES)
key_names = st.sampled_from(KEYS)
sounds = st.one_of(
    st.builds(lambda scale: {"kind": "one", "scale": scale}, scale_ids),
    st.builds(lambda scales: {"kind": "several", "scales": scales}, st.lists(scale_ids, min_size=2, max_size=4)),
    st.builds(lambda parent: {"kind": "family", "parent": parent}, scale_ids),
    st.builds(
        lambda scales, closed: {"kind": "morph", "scales": scales, "closed": closed},
        st.lists(scale_ids, min_size=2, max_size=2),
        st.booleans(),
    ),
    st.sampled_from(["1 b2 3 b5", "1 2 b3 3 4 5 6 b7 7", "1 b3 #4", "1 ♭2 ♭♭3 ♭4 5"]).map(
        lambda degrees: {"kind": "one", "scale": {"degrees": degrees}}
    ),
    st.sampled_from(["", "m7", "7(b9)", "maj13(#11)", "sus4", "dim7"]).map(lambda q: {"kind": "chord", "quality": q}),
)
cell_words = st.builds(
    lambda sign, number, mark: f"{sign}{number}{mark}",
    st.sampled_from(["", "", "", "b", "♯", "♮"]),
    st.integers(1, 10),
    st.sampled_from(["", "", "", "+", "-"]),
)
_BEATS = [["1"], ["2"], ["1½"], ["½", "½"], ["¼", "½", "¼"], ["¾", "¼"], ["⅓", "⅓", "⅓"], ["2/3", "1/3"]]
_HOMES = st.sampled_from(["C", "Dm7", "G7(b9)", "Am7b5", "| Dm7 | G7 |"])
lick_notes = st.one_of(
    cell_words,
    st.builds(lambda name, octave: f"{name}{octave}", st.sampled_from([*KEYS, "C♭", "E♯"]), st.integers(3, 5)),
    st.just("r"),
)


@st.composite
def licks(draw: st.DrawFn, over: st.SearchStrategy[str] | None = None) -> dict[str, Any]:
    """Licks of whole beats, so that every beat is divided one way; 1½ is followed by ½."""
    words = []
    for beat in draw(st.lists(st.sampled_from(_BEATS), min_size=1, max_size=8)):
        lengths = [*beat, "½"] if beat == ["1½"] else beat
        words += [f"{draw(lick_notes)}:{length}" for length in lengths]
    return {
        "kind": "lick",
        "text": " ".join([*draw(st.sampled_from([[], ["5-:½", "|"], ["r:1", "3:½", "4", "|"]])), "1:1", *words]),
        "over": draw(_HOMES if over is None else over),
        "fit": draw(st.sampled_from(["sound", "exact"])),
    }


figures = st.one_of(
    st.just({"kind": "run"}),
    st.builds(
        lambda words, reading, lacking: {
            "kind": "cell",
            "text": " ".join(words),
            "reading": reading,
            "lacking": lacking,
        },
        st.lists(cell_words, min_size=1, max_size=7),
        st.sampled_from(["degrees", "rungs"]),
        st.sampled_from(["nearest", "chromatic"]),
    ),
    st.builds(lambda when, how: {"kind": "cell", "text": "1 2 4", "turned": {"when": when, "how": how}},
              st.sampled_from(["falling", "every-second"]), st.sampled_from(["backwards", "upside-down"])),
    st.builds(lambda size, way: {"kind": "intervals", "size": size, "direction": way},
              st.integers(2, 10), st.sampled_from(["up", "down", "alternating", "there-and-back"])),
    st.builds(lambda tones, order, rotation, pivot, rhythm: {"kind": "arpeggios", "tones": tones, "order": order,
                                                             "rotation": rotation, "pivot": pivot, "rhythm": rhythm},
              st.sampled_from(["triad", "seventh", "ninth", "shell", "fourths"]),
              st.sampled_from(["up", "down", "up-down", "down-up", "from-fifth-down"]),
              st.integers(0, 3), st.booleans(), st.sampled_from(["even", "even", "led-triplets"])),
    st.sampled_from(["hold", "repeat"]).map(lambda roots: {"kind": "run", "roots": roots, "tail": "arpeggio"}),
    licks(),
)  # fmt: skip
ladders = st.sampled_from(
    [{"kind": "scale"}] * 3
    + [{"kind": "chord-tones"}, {"kind": "chromatic"}, {"kind": "arpeggio"}, {"kind": "arpeggio", "stacked": "fourths"}]
)
enclosures = st.none() | st.builds(
    lambda kind, targets, landing: {"kind": kind, "targets": targets, "landing": landing},
    st.sampled_from(["below", "above-below", "half-above-below", "two-above", "double"]),
    st.sampled_from(["all", "chord", "thirds-sevenths", "chosen"]),
    st.sampled_from(["beat", "flow"]),
)
courses = st.sampled_from(
    [{"kind": "plain"}] * 3
    + [{"kind": "return"}, {"kind": "return", "degree": "5", "every": 3}, {"kind": "build-up"}, {"kind": "grow"}]
)


@st.composite
def paths(draw: st.DrawFn) -> dict[str, Any]:
    low, rise = draw(st.integers(0, 6)), draw(st.integers(1, 16))
    ends = [{"step": step % 7 + 1, "octave": step // 7 + 1} for step in (low, low + rise)]
    return {
        "low": ends[0],
        "high": ends[1],
        "direction": draw(st.sampled_from(["up", "down", "up-and-back", "down-and-back"])),
        "by": draw(st.sampled_from(["step", "skip", "third"])),
        "overshoot": draw(st.booleans()),
        "pause": draw(st.booleans()),
        "again": draw(st.booleans()),
        "close": draw(st.sampled_from(["none", "none", "turn"])),
        "span": draw(st.sampled_from(["ends", "ends", "ends", "once", "lowest", "range"])),
    }


key_routes = st.fixed_dictionaries(
    {
        "order": st.sampled_from(["fourths", "half-steps-down", "whole-steps-up", "shuffle", "picked"]),
        "start": key_names,
        "seed": st.integers(0, 99),
        "picked": st.lists(key_names, min_size=1, max_size=3),
    }
)
marks = st.fixed_dictionaries(
    {
        "kind": st.sampled_from(["accent", "staccato", "tenuto", "marcato"]),
        "by": st.sampled_from(["notes", "slots", "figure"]),
        "every": st.integers(1, 5),
        "places": st.lists(st.integers(1, 8), min_size=1, max_size=3),
    }
)
slurs = st.fixed_dictionaries(
    {
        "by": st.sampled_from(["line", "figure"]),
        "groups": st.lists(st.integers(1, 4), min_size=1, max_size=3),
        "after": st.integers(0, 3),
    }
)
values_and_metres = st.one_of(
    st.tuples(
        st.sampled_from(["quarter", "eighth", "triplet", "sixteenth", "quarter-triplet", "quintuplet", "sextuplet"]),
        st.sampled_from(["3/4", "4/4", "4/4", "5/4"]),
    ),
    st.tuples(st.sampled_from(["quarter", "eighth", "sixteenth"]), st.sampled_from(["6/8", "7/8", "12/8"])),
)
placements = st.builds(
    lambda both, others: {"value": both[0], "metre": both[1], **others},
    values_and_metres,
    st.fixed_dictionaries(
        {
            "ending": st.sampled_from(["hold", "rest", "full", "on"]),
            "marks": st.lists(marks, max_size=2),
            "slurs": st.none() | slurs,
            "call": st.none() | st.just({"bars": 2, "open": 1}),
        }
    ),
)
_DIVIDED = ["ss", "shs", "srs", "sssss", "hsshss"]
calls = st.builds(lambda bars, opened, twice: {"bars": bars, "open": opened, "twice": twice},
                  st.integers(1, 3), st.integers(1, 3), st.booleans())  # fmt: skip


@st.composite
def rhythms(draw: st.DrawFn) -> dict[str, Any]:
    """Any rhythm: note values and metres that go together, slots that fill one or two bars, some beats divided."""
    metre = Metre.parse(draw(st.sampled_from(METRES)))
    value: NoteValue = draw(st.sampled_from(["quarter", "eighth", "sixteenth"] if metre.unit == 8 else [*BEATS]))
    count = metre.quarters * draw(st.integers(0, 2)) / BEATS[value]
    seed = "s" + draw(st.text("srh", min_size=1, max_size=7))
    slots = "".join(seed[n % len(seed)] for n in range(int(count))) if count.denominator == 1 else ""
    if slots and value == "eighth" and metre.unit == 4 and draw(st.booleans()):
        slots = slots[:-2] + f"({draw(st.sampled_from(_DIVIDED))})"
    return {
        "value": value,
        "metre": metre.text,
        "slots": slots,
        "start": draw(st.integers(-16, 32)),
        "ending": draw(st.sampled_from(["hold", "rest", "full", "on"])),
        "rhythm_restarts": draw(st.sampled_from(["never", "each-figure"])),
        "call": draw(st.none() | calls),
    }


players = st.fixed_dictionaries(
    {
        "instrument": st.sampled_from(INSTRUMENTS),
        "reach": st.sampled_from(["comfortable", "full"]),
        "tessitura": st.sampled_from(["low", "middle", "high"]),
        "named_key": st.sampled_from(["written", "sounding"]),
    }
)
spellings = st.fixed_dictionaries(
    {
        "plain": st.sampled_from(["never", "doubles", "all"]),
        "signature": st.booleans(),
        "cautionary": st.booleans(),
        "values": st.sampled_from(["american", "british"]),
        "minor": st.sampled_from([[], ["A♭"], ["D♯"]]),
    }
)
documents: st.SearchStrategy[dict[str, Any]] = st.fixed_dictionaries(
    {
        "sounds": sounds,
        "figure": figures,
        "ladder": ladders,
        "enclosure": enclosures,
        "course": courses,
        "path": paths(),
        "placement": placements,
        "keys": key_routes,
        "outer": st.sampled_from(["keys", "sounds"]),
        "player": players,
        "numbers": st.sampled_from(["major", "chord", "steps", "none"]),
        "spelling": spellings,
    }
)
documents = documents.map(lambda document: roomy(document))
recipes: st.SearchStrategy[Recipe] = documents.map(read_recipe)
few_keys: st.SearchStrategy[Recipe] = documents.map(
    lambda document: read_recipe(
        {**document, "keys": {"order": "picked", "picked": document["keys"]["picked"][:2]}, "sounds": _first(document)}
    )
)


def roomy(document: dict[str, Any]) -> dict[str, Any]:
    """What there is room for: a wide figure over the whole range, long growth, triplets in 6/8 are refused."""
    divided = document["figure"]["kind"] == "lick" or document["figure"].get("rhythm") == "led-triplets"
    if divided and document.get("placement", {}).get("metre", "4/4").endswith("/8"):  # no thirds of a beat there
        document = {**document, "placement": {**document["placement"], "metre": "4/4"}}
    if document["course"]["kind"] == "grow":
        document = {**document, "path": {"high": {"step": 3, "octave": 1}}}
    if document["figure"]["kind"] == "lick" and document["path"].get("span") != "once":
        document = {**document, "path": {"high": {"step": 2, "octave": 1}}}
    if document["path"].get("span", "ends") not in ("lowest", "range"):
        return document
    return {**document, "figure": {"kind": "run"}, "ladder": {"kind": "scale"}}


def _first(document: dict[str, Any]) -> dict[str, Any]:
    """The first of several sounds alone: slow readers should not have to read hundreds of bars."""
    found: dict[str, Any] = document["sounds"]
    return {"kind": "one", "scale": found["scales"][0]} if found["kind"] == "several" else found


# Everything together: also what only some sounds, instruments and metres can have.
CHANGES_TEXTS = [
    "key: C\n| Dm7 | G7 | Cmaj7 |",
    "key: E♭\nmetre: 3/4\n| Fm9 Bb13 / | Eb6 | Abm7 Db7alt / |",
    "key: A minor\nmetre: 6/8\n| Am7 | N.C. | E7b9 |",
    "metre: 7/8\n| C7#11 | F7 | Bdim7 |",
    "key: F\nsection: A\n| Gm7 C7 | Fmaj7 |\nsection: B\n|: Bbm7 Eb7 | 1. Am7b5 D7alt :| 2. F6 N.C. |",
]
COMPANION_EXAMPLES: list[dict[str, Any]] = [
    {"kind": "voicings"}, {"kind": "voicings", "form": "shell", "hand": "right", "anticipated": "eighth"},
    {"kind": "fifths"}, {"kind": "fifths", "moving": True}, {"kind": "drone", "written": True},
    {"kind": "octaves"}, {"kind": "octaves", "octaves": 1}, {"kind": "vamp", "text": "Im7 | IV7 bII7"},
]  # fmt: skip
changes = st.builds(
    lambda text, choruses, bars, phrases, choices: {
        "kind": "changes", "choruses": choruses, "bars_in_key": bars, "phrases": phrases,
        "changes": {"text": text, "choices": choices},
    },
    st.sampled_from(CHANGES_TEXTS), st.integers(1, 2), st.sampled_from([0, 0, 1, 3]), st.sampled_from([0, 2, 4]),
    st.sampled_from([[], [{"chord": 0, "sounds": [{"scale": "dorian"}, {"scale": "major-pentatonic", "root": "b3"}]}]]),
)  # fmt: skip
every_sounds = st.one_of(
    changes, changes,
    st.sampled_from([
        {"kind": "one", "scale": "altered"}, {"kind": "one", "scale": "minor-pentatonic"},
        {"kind": "chord", "quality": "m9"}, {"kind": "key-chord", "numeral": "IIm7"},
        {"kind": "key-chord", "numeral": "V7", "colour": "minor"},
        {"kind": "morph", "scales": ["ionian", "lydian", "mixolydian"], "repeats": 2, "after_first": "changed"},
        {"kind": "several", "scales": ["dorian", "whole-tone"]}, {"kind": "family", "parent": "melodic-minor"},
    ]),
)  # fmt: skip
pairs = st.builds(
    lambda rank, group, direction, order: {
        "kind": "pairs", "rank": rank, "group": group, "direction": direction, "order": order,
    },
    st.integers(1, 3), st.sampled_from(["threes", "fours"]), st.sampled_from(["up", "down", "opposite"]),
    st.sampled_from(["123", "231", "321", "each"]),
)  # fmt: skip
every_figure = st.one_of(
    figures,
    pairs,
    st.sampled_from(["nearest", "third", "seventh"]).map(lambda begin: {"kind": "guide-tones", "begin": begin}),
    st.sampled_from(["shell", "rootless", "open"]).map(lambda form: {"kind": "voicings", "form": form}),
    st.builds(lambda direction, step: {"kind": "unbroken", "direction": direction, "step": step},
              st.sampled_from(["up", "down"]), st.integers(1, 7)),
    st.sampled_from(["triad", "seventh", "shell"]).map(
        lambda tones: {"kind": "arpeggios", "tones": tones, "rhythm": "struck"}
    ),
    st.just({"kind": "cell", "text": "1 2 3", "order": "each"}),
)  # fmt: skip
every_ladder = ladders | st.sampled_from([{"kind": "pair"}, {"kind": "pair", "rank": 2}])
every_enclosure = enclosures | st.sampled_from(sorted(ENCLOSURES)).map(lambda kind: {"kind": kind})
joins = st.fixed_dictionaries(
    {
        "begin": st.sampled_from(["path", "any"]),
        "direction": st.sampled_from(["path", "either"]),
        "leftover": st.sampled_from(["cut", "held"]),
        "keys": st.sampled_from(["each", "each", "same"]),
        "leap": st.integers(0, 10),
        "repeat": st.integers(0, 10),
    }
)


WHERES: list[dict[str, Any]] = [
    {}, {"step": "II"}, {"step": "V"}, {"role": "dominant-resolving"}, {"quality": "minor"}, {"bars": "1-2"},
    {"phrase": 2, "phrase_bars": "2"}, {"choruses": "1"}, {"chords": [{"chord": 1}]},
]  # fmt: skip
WHATS: list[dict[str, Any]] = [
    {"kind": "play", "figure": {"kind": "cell", "text": "1 2 3 5"}}, {"kind": "open"}, {"kind": "upside-down"},
    {"kind": "play", "figure": {"kind": "pairs"}, "scale": {"scale": "altered"}, "value": "eighth"},
    {"kind": "play", "figure": {"kind": "lick", "text": "5:½ ♭3 2 1:1 r:1½", "over": "Cm7"}},
    {"kind": "play", "figure": {"kind": "guide-tones"}}, {"kind": "play", "figure": {"kind": "unbroken"}},
    {"kind": "play", "enclosure": {"kind": "above-below"}, "scale": {"scale": "lydian", "root": "b7"}},
]  # fmt: skip
rules = st.lists(st.fixed_dictionaries({"where": st.sampled_from(WHERES), "what": st.sampled_from(WHATS)}), max_size=3)
etudes = st.none() | st.fixed_dictionaries(
    {
        "pieces": st.lists(
            st.sampled_from([one.model_dump(mode="json") for one in load_tables().vocabulary]), min_size=1, max_size=4
        ),
        "every": st.sampled_from([1, 2, 4]), "rest": st.sampled_from(["own", "open"]),
        "peak": st.integers(0, 3), "denser": st.integers(0, 3), "breath": st.sampled_from([0, 2]),
        "seed": st.integers(0, 9), "variety": st.integers(0, 4), "line": st.sampled_from(["phrases", "unbroken"]),
        "level": st.sampled_from([1, 2, 3]), "motif": st.sampled_from([[], [0]]), "tension": st.booleans(),
    }
)  # fmt: skip


FINGERINGS: dict[str, list[dict[str, Any]]] = {
    "piano": [{"kind": "keyboard"}, {"kind": "keyboard", "hand": "left", "school": "effort", "numbers": "crossings"}],
    "clarinet": [],
    "trombone": [
        {"kind": "slide"},
        {"kind": "slide", "way": "outward", "sevenths": True},
        {"kind": "slide", "way": "strictly-outward"},
    ],
    "electric-bass": [{"kind": "fretted"}, {"kind": "fretted", "way": "area", "low": 2, "high": 6, "tablature": False}],
    "guitar": [
        {"kind": "fretted", "way": "position", "low": 7},
        {"kind": "fretted", "way": "per-string", "seed": 3},
        {"kind": "fretted", "way": "positions", "positions": [9, 1]},
        {"kind": "fretted", "way": "smallest-area"},
        {"kind": "fretted", "way": "shape", "low": 3, "open_strings": "none"},
    ],
    "trumpet": [{"kind": "valves"}],
    "harmonica": [{"kind": "diatonic-harmonica", "harp": "G", "overblows": True}],
    "chromatic-harmonica": [{"kind": "chromatic-harmonica", "signs": "signs"}],
}
played = st.sampled_from(sorted(FINGERINGS)).flatmap(
    lambda name: st.tuples(st.just(name), st.sampled_from([None, *FINGERINGS[name]]))
)


@st.composite
def everything(draw: st.DrawFn) -> dict[str, Any]:
    """Any parts of a recipe together, as a document: it is worked out, or refused in words."""
    companions = draw(st.lists(st.sampled_from(COMPANION_EXAMPLES), max_size=2))
    placed = {
        **draw(rhythms()),
        "marks": draw(st.lists(marks, max_size=2)),
        "slurs": draw(st.none() | slurs),
        "anticipated": draw(st.sampled_from(["no", "eighth", "sixteenth"])),
        "swing": draw(st.sampled_from([50, 66])),
    }
    if not placed["slots"]:
        placed["route"] = draw(st.lists(st.sampled_from(["quarter", "eighth", "sixteenth"]), max_size=2))
    instrument, fingering = draw(played)
    return {
        "sounds": draw(every_sounds), "figure": draw(every_figure), "ladder": draw(every_ladder),
        "enclosure": draw(every_enclosure), "course": draw(courses), "path": draw(paths()), "joins": draw(joins),
        "placement": placed, "rules": draw(rules), "etude": draw(etudes),
        "companions": [{**one, "written": number == 0} for number, one in enumerate(companions)],
        "keys": {"order": "picked", "picked": draw(st.sampled_from([["C"], ["F♯", "A♭"]]))},
        "player": {"instrument": instrument}, "fingering": fingering,
        "spelling": {"signature": draw(st.booleans()), "plain": draw(st.sampled_from(["never", "all"]))},
    }  # fmt: skip


KINDS: dict[str, tuple[Collection[str], st.SearchStrategy[Any]]] = {
    "figure": (FIGURES.by_name, every_figure), "ladder": (LADDERS.by_name, every_ladder),
    "course": (COURSES.by_name, courses), "sounds": (SOUNDS.by_name, every_sounds),
    "companions": (COMPANIONS.by_name, st.sampled_from(COMPANION_EXAMPLES)),
    "enclosure": (ENCLOSURES, every_enclosure.filter(bool)),
}  # fmt: skip
