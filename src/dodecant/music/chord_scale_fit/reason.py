"""Why a sound fits a chord as well as it does: one plain sentence."""

from __future__ import annotations

from collections.abc import Sequence

from dodecant.music.chord_scale_fit.fit import CostName, Fit, FitSchool, costs
from dodecant.music.chord_scale_fit.place import Place
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName


def reason(found: Fit, chord: Chord, place: Place, school: FitSchool = "key") -> str:
    """One sentence on a fit, made from the parts of its score.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> from dodecant.music.chord_scale_fit.fit import fit
    >>> from dodecant.music.core.key import Key
    >>> from dodecant.tables import load_tables
    >>> chord, place = parse_chord("G7"), Place(Key.parse("C"), parse_chord("Cmaj7"))
    >>> reason(fit(chord, place, load_tables().scales)[0], chord, place)
    'Holds every tone of G7 and stays in C major; the 11 is an avoid note.'
    """
    parts = {cost.name: cost.tones for cost in costs(found, chord, place, school)}
    if "blues" in parts:
        return f"The blues scale of the key holds over every chord of a blues, {print_chord(chord)} too."
    foreign, against = parts.get("foreign"), parts.get("against")
    said = [_tones(parts.get("missing"), chord, found), "" if against and not foreign else _home(foreign, chord, place)]
    if against:
        goes = "goes" if len(against) == 1 else "go"
        said.append(f"its {_listed(against)} {goes} against the chords around it")
    if "care" in parts:
        said.append(
            f"the {_listed(parts['care'])} {'is an avoid note' if len(parts['care']) == 1 else 'are avoid notes'}"
        )
    said += [text for name, text in _ASIDES if name in parts]
    if found.scale.seldom > 1:
        said.append("less usual")
    first, *rest = [part for part in said if part]
    joined = f"{first} {rest[0]}" if rest and rest[0].startswith("and ") else "; ".join([first, *rest[:1]])
    return f"{'; '.join([joined, *rest[1:]])}."


_ASIDES: tuple[tuple[CostName, str], ...] = (
    ("gaps", "with its gaps it sounds more open"),
    ("extra", "its extra notes pass between the beats"),
)


def _tones(missing: Sequence[Degree] | None, chord: Chord, found: Fit) -> str:
    name = print_chord(chord)
    if not missing:
        return f"Holds every tone of {name}"
    lost = f"Leaves out the {_listed(missing)} of {name}"
    chord = chord.heard
    by_height = {degree.half_steps % 12 for degree in missing}
    stands_in = {(tone.pitch_class - chord.root.pitch_class) % 12 for tone in _names(found)}
    if by_height == {4} and 3 in stands_in:
        return f"{lost} and has the blue third instead"
    return lost


def _names(found: Fit) -> list[NoteName]:
    return [degree.name_above(found.tonic) for degree in found.scale.degrees]


def _home(foreign: Sequence[Degree] | None, chord: Chord, place: Place) -> str:
    chord = chord.heard
    if foreign:
        verb = "is" if len(foreign) == 1 else "are"
        return f"its {_listed(foreign)} {verb} outside {place.key_of_the_moment(chord).text}"
    if place.sideways(chord):
        return "and gives the ♯11 of a dominant that does not fall a fifth"
    if chord.quality.seventh == "diminished":
        return "and is a whole step above each of them"
    if place.key is None or place.rests(chord):
        return ""
    return f"and stays in {place.key_of_the_moment(chord).text}"


def _listed(degrees: Sequence[Degree]) -> str:
    words = [degree.text for degree in degrees]
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} and {words[-1]}"
