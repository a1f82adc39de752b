"""The other way round: which chords a sound serves, and the fewest sounds that serve a whole progression."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from dodecant.music.chord_scale_fit.fit import FitSchool, need_of, scores, tonic_above, weigh
from dodecant.music.chord_scale_fit.place import Place
from dodecant.music.core.chord import Chord, Quality
from dodecant.music.core.key import Key
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.scale import Scale, ScaleCatalogue

ACCEPTANCE = {"strict": 0.8, "usual": 1.7, "easy": 3.2}
_FREE_ROOT = NoteName(0)


@dataclass(frozen=True, slots=True)
class Served:
    """A chord a sound serves, with the score (the lower, the better)."""

    chord: Chord
    score: float


def chords_served(
    tonic: NoteName, scale: Scale, catalogue: ScaleCatalogue, accepted: float = 1.7
) -> tuple[Served, ...]:
    """The chords on the tonic that a sound serves: those it is taught over, then all others it fits, best first.

    Each chord is taken where it suits the sound best: alone, before a minor chord, moving sideways, in a blues.
    `accepted` is the highest score let in; what the catalogue says a sound is taught over is always among them.
    """
    qualities: dict[Quality, None] = {}
    for row in catalogue.scales:
        qualities.update(dict.fromkeys(row.serves))
    found = []
    for quality in qualities:
        chord = Chord(tonic, quality)
        score = min(weigh(tonic, scale, chord, place).score for place in _usual_places(chord))
        if score <= accepted or quality in scale.serves:
            found.append(Served(chord, score))
    taught = {quality: place for place, quality in enumerate(scale.serves)}
    return tuple(sorted(found, key=lambda one: (taught.get(one.chord.quality, len(taught)), one.score)))


def _usual_places(chord: Chord) -> tuple[Place, ...]:
    if not chord.quality.dominant:
        return (Place(),)
    minor = Chord(tonic_above(chord.root, 5), Quality(third="minor"))
    sideways = Chord(tonic_above(chord.root, 11), Quality())
    return Place(), Place(None, minor), Place(None, sideways), Place(Key(chord.root), blues=True)


@dataclass(frozen=True, slots=True)
class Stretch:
    """One sound over a run of chords: their numbers from `first` up to, not including, `end`."""

    tonic: NoteName
    scale: Scale
    first: int
    end: int
    score: float


def fewest_sounds(
    chords: Sequence[Chord | None],
    places: Sequence[Place],
    catalogue: ScaleCatalogue,
    *,
    accepted: float,
    pinned: Mapping[int, tuple[NoteName, Scale]] | None = None,
    school: FitSchool = "key",
) -> tuple[Stretch, ...]:
    """The fewest sounds that serve a progression, each chord by a sound scoring at most `accepted`.

    Dynamic programming over the chords: of all ways with the fewest changes of sound, the one with the least total
    score. Where no sound is good enough for a chord, its best one is let in. `pinned` chords take the given sound.
    N.C. is served by anything.
    """
    rows = _rows(chords, places, catalogue, accepted, pinned or {}, school)
    sounds = sorted({sound for row in rows if row for sound in row}, key=lambda key: (key[0], key[1]))
    by_place = {(turn, place): catalogue.scales[place] for turn, place in sounds if place >= 0}
    # For each sound the least (changes, score) of a way that ends on it, and where that way came from.
    best: dict[tuple[int, int], tuple[int, float]] = {}
    came: list[dict[tuple[int, int], tuple[int, int]]] = []
    for row in rows:
        steps: dict[tuple[int, int], tuple[int, int]] = {}
        reached: dict[tuple[int, int], tuple[int, float]] = {}
        cheapest = min(best, key=lambda key: best[key]) if best else None
        for sound in row if row is not None else (best or dict.fromkeys(sounds)):
            score = row[sound] if row is not None else 0.0
            if cheapest is None:
                reached[sound] = (1, score)
                continue
            changed = (best[cheapest][0] + 1, best[cheapest][1])
            stayed = best.get(sound)
            if stayed is not None and stayed <= changed:
                reached[sound], steps[sound] = (stayed[0], stayed[1] + score), sound
            else:
                reached[sound], steps[sound] = (changed[0], changed[1] + score), cheapest
        best = reached
        came.append(steps)
    if not best:
        return ()
    way = [min(best, key=lambda key: best[key])]
    for steps in reversed(came[1:]):
        way.append(steps[way[-1]])
    way.reverse()
    return _stretches(way, rows, chords, by_place, pinned or {}, catalogue)


_Row = dict[tuple[int, int], float]


def _rows(
    chords: Sequence[Chord | None],
    places: Sequence[Place],
    catalogue: ScaleCatalogue,
    accepted: float,
    pinned: Mapping[int, tuple[NoteName, Scale]],
    school: FitSchool,
) -> list[_Row | None]:
    """For each chord the sounds let in: (tonic's pitch class, place in the catalogue) and score. None is free."""
    done: dict[object, _Row] = {}
    rows: list[_Row | None] = []
    for number, (chord, place) in enumerate(zip(chords, places, strict=True)):
        if number in pinned:
            tonic, scale = pinned[number]
            known = catalogue.scales.index(scale) if scale in catalogue.scales else -1 - number
            rows.append({(tonic.pitch_class, known): 0.0})
        elif chord is None:
            rows.append(None)
        else:
            need, root = need_of(chord, place, school), chord.heard.root.pitch_class
            if (need, root) not in done:
                scored = {
                    ((root + turn) % 12, n): score
                    for turn in range(12)
                    for n, score in enumerate(scores(need, catalogue, turn))
                }
                let_in = {sound: score for sound, score in scored.items() if score <= accepted}
                best = min(scored, key=lambda sound: scored[sound])
                done[need, root] = let_in or {best: scored[best]}
            rows.append(done[need, root])
    return rows


def _stretches(
    way: Sequence[tuple[int, int]],
    rows: Sequence[_Row | None],
    chords: Sequence[Chord | None],
    scales: Mapping[tuple[int, int], Scale],
    pinned: Mapping[int, tuple[NoteName, Scale]],
    catalogue: ScaleCatalogue,
) -> tuple[Stretch, ...]:
    found: list[Stretch] = []
    first = 0
    for number in range(1, len(way) + 1):
        if number < len(way) and way[number] == way[first]:
            continue
        span = range(first, number)
        held = next((pinned[n] for n in span if n in pinned), None)
        tonic, scale = held or _named(way[first][0], scales[way[first]], [chords[n] for n in span], catalogue)
        score = sum(row[way[first]] for n in span if (row := rows[n]) is not None)
        found.append(Stretch(tonic, scale, first, number, round(score, 3)))
        first = number
    return tuple(found)


def _named(
    pitch_class: int, scale: Scale, chords: Sequence[Chord | None], catalogue: ScaleCatalogue
) -> tuple[NoteName, Scale]:
    """A stretch's sound named by a chord it serves: on its root, as the mode that stands there.

    Where the tonic is no root of the stretch, the same tones are looked for on the roots, the least rare first;
    where no mode stands on any of them, the tonic is spelled from the first root.
    """
    roots = [chord.heard.root for chord in chords if chord is not None] or [_FREE_ROOT]
    same = next((root for root in roots if root.pitch_class == pitch_class), None)
    if same is not None:
        return same, scale
    found = []
    for place, root in enumerate(roots):
        turn = (pitch_class - root.pitch_class) % 12
        bits = ((scale.bits << turn) | (scale.bits >> (12 - turn))) & 0xFFF
        modes = (mode for mode in catalogue.scales if mode.bits == bits and mode.family == scale.family)
        found += [(mode.seldom, place, root, mode) for mode in modes]
    if found:
        *_, root, mode = min(found, key=lambda one: one[:2])
        return root, mode
    return tonic_above(roots[0], (pitch_class - roots[0].pitch_class) % 12), scale
