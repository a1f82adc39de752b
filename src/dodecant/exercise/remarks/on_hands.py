"""Remarks on how a line is played: what cannot be, what lies outside, what smears; with other ways."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from itertools import pairwise

from dodecant.exercise.notation.score import Cure, Note, Remark, Strip
from dodecant.exercise.pinned import not_carried
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.fingering import OnFrets, OnHarp, OnSlide
from dodecant.instrument.fingering.fretted import Stopped, arrivals
from dodecant.instrument.fingering.hands import Finger
from dodecant.instrument.fingering.harmonica import POSITIONS, DiatonicHarp, HarpNote
from dodecant.instrument.fingering.keyboard import KeyFinger
from dodecant.instrument.fingering.slide import Slide, SlidePosition, comes_back, fewest_back, smears
from dodecant.instrument.fingering.weights import Weights
from dodecant.instrument.profile import Instrument
from dodecant.music.core.tonics import USUAL

_OFTEN = 4  # a stretch at every fourth note
_AUDIBLE = 20  # cents
_NAMED = 4  # notes that are told by name
_NEAR = 3  # half steps: a harp so near plays a line in the same octave
_LEAST_TRAVEL = Cure("Move as little as it can", {"fingering": {"way": "least-travel"}})
_RAISED = Cure("Allow raised positions", {"fingering": {"sevenths": True}})
_ONE_BY_ONE = Cure("Play the tones one after another", {"figure": {"rhythm": "even"}})
_FREELY = (Cure("Let the hand move", {"fingering": {"way": "free"}}),)
_FROM_THE_LOWEST = Cure("Play what is under the hand", {"path": {"span": "range"}})
_SHORTER = (Cure("Take an octave", {"path": {"span": "ends", "low": {"step": 1, "octave": 1},
                                             "high": {"step": 1, "octave": 2}}}),)  # fmt: skip


def remarks_on_hands(
    recipe: Recipe, strip: Strip, first: Strip, instrument: Instrument, weights: Weights
) -> Iterator[Remark]:
    """What a teacher of the instrument would say of one strip; `first` is the recipe's first one."""
    part = recipe.fingering
    if part is None:
        return
    name = strip.stop.heading if strip.stop.title else strip.stop.written.text
    lacking = [note for note, mark in zip(strip.notes, strip.fingers, strict=True) if mark is None]
    missing = list(dict.fromkeys(note.tone.written.text for note in lacking if not note.tone.lower_tones))
    chords = list(dict.fromkeys(_chord(note) for note in lacking if note.tone.lower_tones))
    if chords:
        text = f"{name}: {_some(chords)} cannot be struck together{_on(recipe, instrument)}."
        yield Remark("hands", strip.stop.index, "/figure/rhythm", text, (_ONE_BY_ONE,))
    if missing:
        harp = _better_harp(recipe, strip, weights)
        other = f" (one in {harp} has it)" if harp else ""
        text = f"{name}: {_some(missing)} cannot be played{_on(recipe, instrument)}{other}."
        yield Remark("hands", strip.stop.index, "/fingering", text, _ways_to_have_it(recipe, harp))
    if part.carries and strip.stop.index > 0:
        yield from _on_idea(first, strip, name)
    if isinstance(part, OnFrets):
        yield from _on_area(part, strip)
        yield from _on_moves(part, strip, name)
        outside = [
            note.tone.written.text
            for note, mark in zip(strip.notes, strip.fingers, strict=True)
            if mark and isinstance(mark.finger, Stopped) and mark.finger.outside
        ]
        if outside:
            where = "position" if part.way in ("position", "positions", "shape") else "area"
            some = _some(outside)
            verb = "lies" if len(set(outside)) == 1 else "lie"
            text = f"{name}: outside the {where} {verb} {some}, shown where nearest."
            cures = _FREELY if recipe.path.takes_range or recipe.over_changes else (*_FREELY, _FROM_THE_LOWEST)
            yield Remark("hands", strip.stop.index, "/fingering/low", text, cures)
    if isinstance(part, OnSlide):
        yield from _on_slide(part, strip, name, instrument)
    if isinstance(part, OnHarp) and not missing:
        bends = sum(isinstance(mark.finger, HarpNote) and mark.finger.bend > 0 for mark in strip.fingers if mark)
        if bends > len(strip.notes) // 5:
            text = f"{name}: {bends} of {len(strip.notes)} notes are bent{_position(part, strip)}."
            yield Remark("hands", strip.stop.index, "/fingering/harp", text)


def _chord(note: Note) -> str:
    """'C4 E4 G4'."""
    pitches = sorted((note.tone.written, *(tone.written for tone in note.tone.lower_tones)), key=lambda one: one.midi)
    return " ".join(pitch.text for pitch in pitches)


def _on_idea(first: Strip, strip: Strip, name: str) -> Iterator[Remark]:
    """Where the way of the first strip could not be carried; a thumb on a black key where it was on a white one."""
    home = first.stop.heading if first.stop.title else first.stop.written.text
    others, strings = not_carried(first, strip)
    if len(strip.notes) != len(first.notes):
        text = f"{name} has another number of notes than {home} and is fingered by itself."
        yield Remark("hands", strip.stop.index, "/fingering", text)
        return
    if others:
        some = _some([strip.notes[place].tone.written.text for place in others])
        text = f"{name}: the way of {home} cannot be carried to {some}, played as near as can be."
        yield Remark("hands", strip.stop.index, "/fingering/pins", text)
    if strings and len(others) < len(strip.notes):
        yield Remark("hands", strip.stop.index, "/fingering/way", f"{name}: the same fingers on other strings.")
    pairs = zip(first.fingers, strip.fingers, strict=True)
    black = [
        note.tone.written.text
        for note, (one, other) in zip(strip.notes, pairs, strict=True)
        if other and _thumb_on_black(other.finger) and not (one and _thumb_on_black(one.finger))
    ]
    if black:
        text = f"{name}: the thumb is on a black key at {_some(black)}, as carried from {home}."
        yield Remark("hands", strip.stop.index, "/fingering/pins_hold", text)


def _thumb_on_black(finger: Finger) -> bool:
    return isinstance(finger, KeyFinger) and any(one.finger == 1 and one.black for one in finger.each)


def _on_area(part: OnFrets, strip: Strip) -> Iterator[Remark]:
    """Which the smallest area is."""
    if part.way == "smallest-area" and strip.stop.index == 0:
        place = strip.stop.place
        if place is None:
            text = "No area of twelve frets holds every strip; the hand moves as little as it can."
            yield Remark("hands", None, "/fingering/way", text, _SHORTER)
        else:
            text = f"Every strip lies between fret {place.low} and fret {place.high}; no smaller area holds them all."
            yield Remark("hands", None, "/fingering/way", text)


def _on_moves(part: OnFrets, strip: Strip, name: str) -> Iterator[Remark]:
    """A hand that moves more than once a bar, or stretches for every fourth note."""
    fingers = [mark.finger for mark in strip.fingers if mark and isinstance(mark.finger, Stopped)]
    places = [one.position for one in fingers if one.position]
    moves = sum(comes > 0 for comes in arrivals(fingers)) - bool(places)
    stretches = sum(one.stretched for one in fingers)
    if moves > len(strip.bars) and part.way != "one-string":
        text = f"{name}: the hand moves {moves} times in {len(strip.bars)} bar{'s' * (len(strip.bars) > 1)}."
        cure = Cure(
            "Stay in one position", {"fingering": {"way": "position", "low": Counter(places).most_common(1)[0][0]}}
        )
        yield Remark("hands", strip.stop.index, "/fingering/way", text, (cure,))
    if stretches * _OFTEN > len(fingers) and stretches > 1:
        text = f"{name}: {stretches} of {len(fingers)} notes need a stretch."
        cures = _FREELY if part.way != "free" else ()
        yield Remark("hands", strip.stop.index, "/fingering/way", text, cures)


def _on_slide(part: OnSlide, strip: Strip, name: str, instrument: Instrument) -> Iterator[Remark]:
    pairs = list(pairwise(zip(strip.notes, strip.fingers, strict=True)))
    back, smeared = [], []
    for (one, before), (other, after) in pairs:
        if before is None or after is None:
            continue
        was, now = before.finger, after.finger
        if not isinstance(was, SlidePosition) or not isinstance(now, SlidePosition):
            continue
        if comes_back(was, now, part.way):
            back.append(f"{one.tone.written.text} to {other.tone.written.text}")
        if one.slur == "start" and smears(was, now):
            smeared.append(f"{one.tone.written.text} to {other.tone.written.text}")
    low = [f"{note.tone.written.text} ({mark.finger.cents} cents)".replace("-", "−")
           for note, mark in zip(strip.notes, strip.fingers, strict=True)
           if mark and isinstance(mark.finger, SlidePosition) and abs(mark.finger.cents) >= _AUDIBLE]  # fmt: skip
    if low:
        verb = "is" if len(set(low)) == 1 else "are"
        text = f"{name}: {_some(low)} {verb} off in tuning; bring the slide in or out by ear."
        cures = (Cure("Leave raised positions out", {"fingering": {"sevenths": False}}),) if part.sevenths else ()
        yield Remark("hands", strip.stop.index, "/fingering/sevenths", text, cures)
    if back:
        some = _some(back)
        does = "comes back" if part.way == "outward" else "does not go out"
        better, ways = _other_way_out(part, strip, instrument, len(back))
        text = f"{name}: the slide {does} while the line rises from {some}; {better}."
        yield Remark("hands", strip.stop.index, "/fingering/way", text, (*ways, _LEAST_TRAVEL))
    if smeared:
        text = f"{name}: slurred from {_some(smeared)} the slide smears; tongue it softly."
        yield Remark("hands", strip.stop.index, "/placement/slurs", text)


def _other_way_out(part: OnSlide, strip: Strip, instrument: Instrument, times: int) -> tuple[str, tuple[Cure, ...]]:
    """What lets the slide come back less often than so many `times`, found by search: raised positions or an octave."""
    reach, trigger = instrument.full, instrument.fingering.trigger
    heights = [note.tone.written.midi for note in strip.notes]
    plain, raised = (Slide({}, part.way, trigger=trigger, sevenths=sevenths) for sevenths in (part.sevenths, True))
    if fewest_back(heights, plain) < times:
        return "notes that are pinned or come again leave no other way", ()
    if fewest_back(heights, raised) < times:
        return "raised positions have a better way", (_RAISED,)
    for slide, how in ((plain, ""), (raised, ", with raised positions,")):
        for up, where in ((12, "an octave higher"), (-12, "an octave lower")):
            moved = [height + up for height in heights]
            if reach.holds(min(moved), max(moved)) and fewest_back(moved, slide) < times:
                return f"{where}{how} there is a better way", ()
    return "there is no other way", ()


def _some(told: list[str]) -> str:
    """The first few of them, each once, and how many more there are."""
    names = list(dict.fromkeys(told))
    more = len(names) - _NAMED
    *before, last = [*names[:_NAMED], f"{more} more"] if more > 0 else names
    return f"{', '.join(before)} and {last}" if before else last


def _on(recipe: Recipe, instrument: Instrument) -> str:
    part = recipe.fingering
    return f" on a harp in {part.harp}" if isinstance(part, OnHarp) else f" on the {instrument.name}"


def _position(part: OnHarp, strip: Strip) -> str:
    """', in the second position'."""
    away = (strip.stop.sounding.tonic.pitch_class - part.above_c) % 12
    names = ("first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth",
             "eleventh", "twelfth")  # fmt: skip
    return f" in the {names[POSITIONS[away] - 1]} position"


def _ways_to_have_it(recipe: Recipe, harp: str) -> tuple[Cure, ...]:
    """Another harp, where there is one key only; else what helps in every key."""
    part = recipe.fingering
    if not isinstance(part, OnHarp):
        return ()
    over = () if part.overblows else (Cure("Allow overblown notes", {"fingering": {"overblows": True}}),)
    alone = recipe.keys.order == "picked" and len(recipe.keys.picked) == 1
    return (Cure(f"Take a harp in {harp}", {"fingering": {"harp": harp}}), *over) if harp and alone else over


def _better_harp(recipe: Recipe, strip: Strip, weights: Weights) -> str:
    """The harp that has every note of the strip in some octave, with the fewest bends; nothing where there is none."""
    part = recipe.fingering
    if not isinstance(part, OnHarp):
        return ""
    found = []
    for harp in USUAL["major"]:
        if harp == part.harp:
            continue
        other = part.model_copy(update={"harp": harp})
        family = DiatonicHarp(weights["harmonica"], other.above_c, overblows=part.overblows)
        move = other.above_c - part.above_c
        octaves = (0, 12, -12) if abs(move) > _NEAR else (0,)
        ways = [[family.states(note.tone.written.midi + up) for note in strip.notes] for up in octaves]
        bends = [sum(way[0].bend for way in line) for line in ways if all(line)]
        if bends:
            found.append((min(bends), abs(move), harp))
    return min(found)[2] if found else ""
