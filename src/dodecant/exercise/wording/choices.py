"""What every choice of a recipe is called: in a list, and in the sentence where that says it otherwise.

Choices are named by the part and the field that take them ("Run.roots"). A label alone is also what the sentence says;
a pair is label and phrase. Numbers have labels where a list offers them by name.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final, NamedTuple

from dodecant.exercise.recipe.figures import PAIR_ORDERS
from dodecant.exercise.recipe.rhythm.note_values import NAMES
from dodecant.music.core.metre import METRES

Value = str | int
_Words = str | tuple[str, str]
_EARLY: Final[dict[Value, _Words]] = {
    "no": ("on the beat", ""),
    "eighth": ("an eighth early", " an eighth early"),
    "sixteenth": ("a sixteenth early", " a sixteenth early"),
}
_INTERVALS = ("seconds", "thirds", "fourths", "fifths", "sixths", "sevenths", "octaves", "ninths", "tenths")
_PINS_HOLD: Final[dict[Value, _Words]] = {
    "every-key": ("in every key, as they are typed", ""),
    "idea": ("in the first key, and its whole way is carried to the others", " and carried to every key"),
    "first-key": ("in the first key only", " in the first key"),
}
_ON_MAPS: Final[dict[Value, _Words]] = {"numbers": "numbers", "names": "names of notes", "fingers": "fingers"}
_ORDINALS = ("first", "second", "third", "fourth", "fifth", "sixth")

_HANDS: Final[Mapping[Value, str]] = {"left": "left", "right": "right"}
_VOICINGS: Final[Mapping[Value, str | tuple[str, str]]] = {
    "shell": ("root, third and seventh, whichever order is nearer", "shells"),
    "shell-3-7": ("root, third, seventh", "shells with the third below the seventh"),
    "shell-7-3": ("root, seventh, third", "shells with the seventh below the third"),
    "rootless": ("without the root, whichever is nearer", "rootless voicings"),
    "rootless-on-3": ("without the root, from the third up", "rootless voicings from the third up"),
    "rootless-on-7": ("without the root, from the seventh up", "rootless voicings from the seventh up"),
    "open": ("ninth, third, eleventh, seventh", "open voicings of ninth, third, eleventh and seventh"),
}

_WORDS: Final[Mapping[str, Mapping[Value, _Words]]] = {
    "Run.roots": {
        "plain": ("like all other tones", ""),
        "hold": ("held twice as long", " with held roots"),
        "repeat": ("struck twice", " with roots struck twice"),
    },
    "Run.tail": {
        "none": ("nothing more", ""),
        "arpeggio": ("the arpeggio over the same span, up and back", " and its arpeggio"),
    },
    "Turned.when": {
        "never": ("never", ""),
        "falling": ("coming down", " coming down"),
        "every-second": ("every second time", " every second time"),
    },
    "Turned.how": {"backwards": "backwards", "upside-down": ("upside down", "upside-down")},
    "Cell.order": {"written": ("as written", ""), "each": ("each order in turn", "every order of ")},
    "Cell.reading": {
        "degrees": "degrees: a major pentatonic has 1 2 3 5 6",
        "rungs": "steps of the ladder: its five tones are 1 2 3 4 5",
    },
    "Cell.lacking": {
        "nearest": ("become the nearest tone", "the nearest tone"),
        "chromatic": ("are played anyway", "the plain number"),
        "drop": ("are left out", "nothing"),
    },
    "Intervals.size": dict(enumerate(_INTERVALS, start=2)),
    "Intervals.direction": {
        "up": "up",
        "down": "down",
        "alternating": ("one up, the next down", "one up and the next down"),
        "there-and-back": "there and back",
    },
    "Arpeggios.tones": {
        "triad": "triads",
        "seventh": ("sevenths", "seventh arpeggios"),
        "ninth": ("ninths", "ninth arpeggios"),
        "shell": "shells (1 3 7)",
        "fourths": "stacked fourths",
    },
    "Arpeggios.order": {
        "up": "up",
        "down": "down",
        "up-down": ("one up, the next down", "one up and the next down"),
        "down-up": ("one down, the next up", "one down and the next up"),
        "from-fifth-down": "from the fifth down",
    },
    "Arpeggios.rotation": {
        0: ("root position", ""),
        1: ("first inversion", ", first inversion"),
        2: ("second inversion", ", second inversion"),
        3: ("third inversion", ", third inversion"),
        4: ("fourth inversion", ", fourth inversion"),
    },
    "Arpeggios.rhythm": {
        "even": ("even", ""),
        "led-triplets": (
            "a leading note and a triplet",
            ", each a triplet approached by a half step below",
        ),
        "struck": ("struck together", " struck together"),
    },
    "Pairs.rank": {rank: f"the {word}" for rank, word in enumerate(_ORDINALS, start=1)},
    "Pairs.group": {"threes": "in threes", "fours": "in fours"},
    "Pairs.direction": {
        "up": ("both up", "up"),
        "down": ("both down", "down"),
        "opposite": ("one up, one down", "one up and one down"),
    },
    "Pairs.order": {
        **{str(order): words for order, words in PAIR_ORDERS.items()},
        "each": ("each order in turn, a strip for each", ", in every order of their tones"),
    },
    "OwnLick.fit": {"sound": ("adapt the notes", ""), "exact": ("keep the notes as they are", ", just as it is")},
    "GuideTones.begin": {
        "nearest": ("where it moves least", "guide tones"),
        "third": ("on the third of the first chord", "guide tones from the third"),
        "seventh": ("on the seventh of the first chord", "guide tones from the seventh"),
    },
    "Unbroken.direction": {"up": "up", "down": "down"},
    "ArpeggioLadder.stacked": {"thirds": "thirds", "fourths": "fourths"},
    "Enclosure.targets": {
        "all": ("any tone", ""),
        "chord": ("a chord tone", " before chord tones"),
        "thirds-sevenths": ("a third or seventh", " before thirds and sevenths"),
        "chosen": ("chosen degrees", " before {}"),
    },
    "Enclosure.landing": {"beat": ("on a beat", ""), "flow": ("wherever the line brings them", ", flowing")},
    "MorphingSounds.after_first": {
        "whole": ("the whole line", ""),
        "changed": ("only what changes", ", only what changes"),
    },
    "KeyChordSound.colour": {"major": "of a major key", "minor": "of a minor key"},
    "ChangesSounds.phrases": {0: "none", 2: "of two bars", 4: "of four bars"},
    "ChangesDraft.school": {"key": "stay in the key", "colour": "avoid what rubs"},
    "ChangesDraft.next_sound": {
        "chorus": "every chorus",
        "phrase": "every time it comes round",
        "four-bars": "every four bars",
        "eight-bars": "every eight bars",
        "section": "every section",
    },
    "Path.direction": {
        "up": "up",
        "down": "down",
        "up-and-back": "up and back",
        "down-and-back": "down and back",
        "round": ("from the root up, down, and home", "from the root up, down and home"),
        "round-down": ("from the root down, up, and home", "from the root down, up and home"),
    },
    "Path.by": {
        "step": ("step", ""),
        "skip": ("skip (every second tone)", " in skips"),
        "third": ("third (two letters)", " in thirds"),
    },
    "Path.span": {
        "ends": "between two steps of the scale",
        "lowest": ("as far, from the lowest tone there is", " from the lowest tone"),
        "range": ("the player's whole range", "through the whole range"),
        "once": ("once, on a single tone", "once"),
    },
    "Path.close": {
        "none": ("as it ends", ""),
        "turn": ("with a turn", ", closing with a turn"),
        "mirrored-turn": (
            "with a turn, mirrored after the way down",
            ", closing with a turn, mirrored on the way down",
        ),
        "own": ("with numbers of my own", ", closing with {}"),
    },
    "Joins.begin": {
        "path": ("where the path begins", ""),
        "any": ("on the tone that joins best", "begun on any tone"),
    },
    "Joins.direction": {
        "path": ("the path's own", ""),
        "either": ("whichever joins best", "in either direction"),
    },
    "Joins.keys": {
        "each": ("for each key by itself", ""),
        "same": ("once, the same line in every key", "the same in every key"),
    },
    "Where.role": {
        "any": ("any chord", "chord"),
        "dominant": ("any dominant", "dominant"),
        "dominant-resolving": ("a dominant that resolves", "dominant that resolves"),
        "dominant-to-major": ("a dominant that resolves to major", "dominant that resolves to major"),
        "dominant-to-minor": ("a dominant that resolves to minor", "dominant that resolves to minor"),
        "tonic": ("a tonic", "tonic"),
        "tonic-major": ("a major tonic", "major tonic"),
        "tonic-minor": ("a minor tonic", "minor tonic"),
    },
    "Where.quality": {
        "any": "any quality",
        "major": "major",
        "minor": "minor",
        "dominant": "dominant",
        "half-diminished": "half-diminished",
        "diminished": "diminished",
        "sus": "suspended",
        "minor-major": "minor-major",
        "augmented": "augmented",
    },
    "Where.phrase": {0: "no phrase", 2: "every two bars", 4: "every four bars", 8: "every eight bars"},
    "Etude.every": {1: "every bar", 2: "every two bars", 4: "every four bars", 8: "every eight bars"},
    "Etude.rest": {"own": "the line of the recipe", "open": "open bars"},
    "Etude.breath": {
        0: "as phrases fall",
        2: "after every two bars",
        4: "after every four bars",
        8: "after every eight bars",
    },
    "Etude.line": {"phrases": "in phrases, with rests", "unbroken": "on without a stop"},
    "Etude.level": {
        1: ("on the beats", " on the beats"),
        2: ("off the beats too", ""),
        3: ("over the barline, and triplets", " with ties over the barline and triplets"),
    },
    "Tone.role": {"chord": "chord tone", "tension": "tension", "care": "avoid note", "outside": "outside the scale"},
    "Joins.leftover": {
        "cut": ("is cut off", ""),
        "held": ("is left out, the note before it held", "in whole figures only"),
    },
    "KeyRoute.order": {
        "fourths": ("by fourths (C F B♭)", "all twelve keys by fourths"),
        "fifths": ("by fifths (C G D)", "all twelve keys by fifths"),
        "half-steps-up": ("up by half steps", "all twelve keys up by half steps"),
        "half-steps-down": ("down by half steps", "all twelve keys down by half steps"),
        "whole-steps-up": ("up by whole steps", "all twelve keys up by whole steps"),
        "whole-steps-down": ("down by whole steps", "all twelve keys down by whole steps"),
        "shuffle": ("shuffled", "all twelve keys shuffled (no. {})"),
        "picked": "picked on the dial",
    },
    "Recipe.outer": {
        "keys": ("every scale in one key, then the next key", "every scale in one key first"),
        "sounds": ("every key in one scale, then the next scale", "every key in one scale first"),
    },
    "Recipe.values_turn": {
        "innermost": ("every note value at once, then the next strip", ", a strip for each"),
        "between": (
            "the inner route in one note value, then in the next",
            ", each through the inner route in turn",
        ),
        "outermost": ("everything in one note value, then the next", ", everything in one, then in the next"),
    },
    "Recipe.positions_turn": {
        "innermost": ("every position at once, then the next strip", ", a strip for each"),
        "between": (
            "the inner route in one position, then in the next",
            ", each through the inner route in turn",
        ),
        "outermost": ("everything in one position, then in the next", ", everything in one, then in the next"),
    },
    "Player.key_register": {
        "each": ("each key where it lies best", ""),
        "side-by-side": ("neighbouring keys side by side", ", neighbouring keys side by side"),
    },
    "Recipe.numbers": {
        "major": "against the major scale (1 2 ♭3)",
        "ninths": "against the major scale, 9 11 13 over the octave",
        "chord": "as the chord hears it (1 9 ♭3)",
        "steps": "as the scale's own steps (1 2 3)",
        "none": "no numbers",
    },
    "Spelling.maps": {"none": "none", **_ON_MAPS},
    "map.shows": _ON_MAPS,
    "OnFrets.way": {
        "free": "moving as little as it can",
        "position": "in one position",
        "positions": "one position after the other",
        "area": "in an area of frets",
        "smallest-area": "in the smallest area that holds every strip",
        "one-string": "along one string",
        "per-string": "so many notes on each string",
        "shape": "the same shape in every key",
    },
    "OnFrets.open_strings": {
        "seldom": ("seldom, and none through several keys", ""),
        "welcome": ("wherever they are near", ", with open strings"),
        "none": ("only where there is no other place", ", without open strings"),
    },
    **dict.fromkeys(("OnFrets.pins_hold", "OnKeys.pins_hold", "OnSlide.pins_hold"), _PINS_HOLD),
    "OnFrets.school": {
        "finger-a-fret": ("a finger for each fret", ""),
        "one-two-four": ("1 2 4 below the fifth fret", ", 1 2 4 below the fifth fret"),
    },
    "OnFrets.fingers": {"all": "at every note", "shifts": "where the hand moves", "none": "none"},
    "OnKeys.hand": {
        "right": ("right", "in the right hand"),
        "left": ("left", "in the left hand"),
        "both": ("both, the left an octave or two lower", "in both hands"),
    },
    "OnKeys.school": {
        "books": ("as scale books print it", ""),
        "effort": ("by least effort", ", by least effort"),
    },
    "OnKeys.numbers": {
        "all": ("at every note", ""),
        "crossings": ("at the crossings", ", numbers at the crossings"),
    },
    "OnSlide.way": {
        "first-choice": ("the first choice of each note", "in first positions"),
        "least-travel": ("the least travel", "with the slide moving as little as it can"),
        "outward": ("never back while the line rises", "with the slide going out"),
        "strictly-outward": ("further out on each rising note", "with the slide going further out on each rising note"),
    },
    "OnHarp.signs": {"arrows": "arrows: 4↑ blown, 4↓ drawn", "signs": "signs: 4+ blown, 4- drawn"},
    "OnChromaticHarp.signs": {"arrows": "arrows: 4↑ blown, 4↓ drawn", "signs": "signs: 4+ blown, 4- drawn"},
    "Player.reach": {"comfortable": "comfortable", "full": "full"},
    "Player.tessitura": {"low": "low", "middle": ("middle", "in the middle"), "high": "high"},
    "Player.named_key": {
        "sounding": ("the concert key, for groups", "concert key"),
        "written": ("the written key, as the player reads it", "written key"),
    },
    "Spelling.chromatic": {
        "both-ways": "up in sharps, down in flats",
        "key": "as the key spells it, both ways",
    },
    "Spelling.chords": {
        "usual": "over triad pairs and struck chords",
        "symbols": "as symbols: C, Dm, G7",
        "steps": "as steps of the key: I, ii, V7",
        "none": "none",
    },
    "Spelling.plain": {
        "never": "as theory asks",
        "doubles": "plain notes for double signs",
        "all": "plain notes for C♭ F♭ E♯ B♯ too",
    },
    "Spelling.values": {
        "american": "American: quarters, eighths",
        "british": "British: crotchets, quavers",
    },
    "Placement.value": {str(value): words for value, words in NAMES["american"].items()},
    "Play.value": {str(value): words for value, words in NAMES["american"].items()},
    "Placement.metre": {metre: metre for metre in METRES},
    "Placement.rhythm_restarts": {
        "never": ("in one stream", ""),
        "each-figure": ("again with each figure", ", starting again with each figure"),
    },
    "Placement.anticipated": _EARLY,
    "Placement.ending": {
        "hold": ("last note held", ""),
        "rest": ("with a rest", ""),
        "full": ("the line goes on until the bar is full", ", the last bar filled"),
        "on": ("straight on into the next", ", strips straight on"),
    },
    "Placement.stages": {
        "by-ending": ("at barlines, but for strips that go straight on", ""),
        "barlines": ("at barlines", ", each stage from a barline"),
        "stream": ("without a gap", ", stages without a gap"),
    },
    "Placement.swing": {
        50: ("straight", ""),
        58: ("a little (58 to 42)", ", swung"),
        66: ("two to one (66 to 34)", ", swung"),
        75: ("hard (75 to 25)", ", swung"),
    },
    "Placement.swung_value": {"eighth": "eighths", "sixteenth": "sixteenths"},
    "Mark.kind": {
        "accent": ("accent", "accented"),
        "staccato": ("short (staccato)", "short"),
        "tenuto": ("held full (tenuto)", "held full"),
        "marcato": ("hard accent (marcato)", "accented hard"),
    },
    "Mark.by": {"notes": "notes of the line", "slots": "slots of the bar", "figure": "notes of each figure"},
    "Slurs.by": {"line": ("along the line", ""), "figure": ("in each figure", " in each figure")},
    "Doubling.octaves": {
        -2: "two octaves lower",
        -1: "an octave lower",
        1: "an octave higher",
        2: "two octaves higher",
    },
    "Voicings.form": _VOICINGS,
    "ChordVoicings.form": _VOICINGS,
    "Vamp.form": _VOICINGS,
    "Vamp.hand": _HANDS,
    "ChordVoicings.hand": {
        "left": ("low: on keys in the left hand's place", ""),
        "right": ("higher: on keys in the right hand's place", ", in the higher register"),
    },
    "Voicings.hand": _HANDS,
    "Voicings.anticipated": _EARLY,
    "Fifths.anticipated": _EARLY,
    "Drone.anticipated": _EARLY,
}


class WeightWords(NamedTuple):
    """A weight of joins: in its field, in the sentence, and as a cost."""

    label: str
    phrase: str
    cost: str


WEIGHTS: Final[Mapping[str, WeightWords]] = {
    "leap": WeightWords("Leap, each half step beyond a step", "leaps", "leap"),
    "repeat": WeightWords("Note struck again", "repeated notes", "note struck again"),
    "direction_change": WeightWords("Turn of direction", "turns", "turn"),
    "strong": WeightWords("Foreign tone on the chord's beat", "foreign tones", "foreign tone on the beat"),
    "range": WeightWords("Edge of the range, each half step", "the edge", "edge of the range"),
}
COSTS: Final[Mapping[str, str]] = {
    **{name: words.cost for name, words in WEIGHTS.items()},
    "motion": "half steps moved",
    "shape": "shape of the etude",
    "joins": "joins and range",
    "variety": "played a short while ago",
    "density": "too dense or too calm here",
    "dice": "dice",
    "tension": "too tense or too calm here",
    "missed": "no piece here",
}


def label(name: str, value: Value) -> str:
    """What a choice is called in a list.

    >>> label("Path.by", "third")
    'third (two letters)'
    """
    words = _WORDS[name][value]
    return words if isinstance(words, str) else words[0]


def phrase(name: str, value: Value) -> str:
    """What the sentence says of a choice.

    >>> phrase("Path.by", "third")
    ' in thirds'
    """
    words = _WORDS[name][value]
    return words if isinstance(words, str) else words[1]


CHOICES: Final[Mapping[str, Mapping[Value, str]]] = {
    name: {value: label(name, value) for value in words} for name, words in _WORDS.items()
}
