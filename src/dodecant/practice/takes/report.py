"""A judged take in a teacher's words: each slip by its degree, and three sentences on the whole."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from statistics import median
from typing import Final

from dodecant.exercise.wording.small_words import count
from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import ScaleCatalogue
from dodecant.practice.takes.due import DueNote
from dodecant.practice.takes.naming import added_tone, degree_played, sound_of
from dodecant.practice.takes.slip import OF_TIME, Slip
from dodecant.practice.takes.slips import Judged
from dodecant.practice.takes.swing import OTHER_SWING
from dodecant.practice.takes.timing import TimeKept

_STRAIGHT: Final = 50  # hundredths of the beat for the first of two eighths
_NEARLY_STRAIGHT: Final = 3  # of them that nobody hears as swing (ours)
_NAMED: Final = 3  # slips that are told one by one
_HEARD: Final = 20  # ms: less is not worth a word
_UNEVEN: Final = 35
_DRIFT: Final = 60  # ms from where it begins to where it ends
_OTHER_NOTES: Final = ("wrong", "octave", "figure-moved")
_ENDS: Final = ("came-in", "stopped")
_FIRST: Final = 8  # notes that tell when one began
_SHIFTED: Final = 0.7  # of a beat
_ROUGHLY: Final = 0.2
_HALF: Final = Fraction(1, 2)


def slip_words(slip: Slip, due: Sequence[DueNote], catalogue: ScaleCatalogue) -> str:
    """One slip: '♮2 for ♭2 in bar 3, as in Aeolian'."""
    note = due[slip.note]
    where, number = f"in bar {note.bar}", note.number or note.degree.text
    match slip.kind:
        case "wrong":
            return _wrong(slip, due, where, number, catalogue)
        case "octave":
            far = "high" if (slip.played or 0) > note.pitch else "low"
            return f"{number} an octave too {far} {where}"
        case "left-out" if note.degree == added_tone(note.sound, catalogue):
            return f"the added {number} forgotten {where}"
        case "left-out":
            return f"{number} left out {where}"
        case "figure-left-out":
            return f"the whole figure from {number} left out {where}"
        case "figure-moved":
            return f"the whole figure from {number} played from {_played(slip, note)} {where}"
        case "passage-left-out":
            last = due[slip.until or slip.note]
            to = f" to {last.number or last.degree.text}" + f" in bar {last.bar}" * (last.bar != note.bar)
            return f"left out from {number} {where}{to}"
        case "tone-left-out":
            return f"the chord under {number} not whole {where}"
        case "waited" | "hurried":
            return f"{_beats(slip.off, due)} {'waited' if slip.off > 0 else 'too few'} before {number} {where}"
        case "came-in":
            return f"came in {where}, on {number}"
        case "stopped":
            return f"stopped {where}, before {number}"
        case "added":
            return f"a note too many before {number} {where}"
        case "struck-twice":
            return f"{number} struck twice {where}"
        case "turned-early":
            return f"turned a step early, before {number} {where}"
        case _:
            return f"{abs(round(1000 * slip.off))} ms {slip.kind} on {number} {where}"


def _wrong(slip: Slip, due: Sequence[DueNote], where: str, number: str, catalogue: ScaleCatalogue) -> str:
    note = due[slip.note]
    assert slip.played is not None  # noqa: S101 - something was played
    played = degree_played(note, slip.played)
    text = with_natural(played, note.degree)
    parent = note.sound.parent
    if slip.note == len(due) - 1 and parent is not None and slip.played % 12 == parent.pitch_class:
        return f"ended on {parent.text}, the root of the parent, and not on {number}"
    scale = sound_of(note, played, catalogue)
    like = f", as in {scale.name}" if scale is not None else _neighbour(slip, due)
    return f"{text} for {number} {where}{like}"


def _neighbour(slip: Slip, due: Sequence[DueNote]) -> str:
    """Whether the note before was played again, or the next one sooner."""
    if slip.note > 0 and due[slip.note - 1].pitch == slip.played:
        return ", the note before it again"
    if slip.note + 1 < len(due) and due[slip.note + 1].pitch == slip.played:
        return ", the next note already"
    return ""


def _played(slip: Slip, note: DueNote) -> str:
    assert slip.played is not None  # noqa: S101 - something was played
    return degree_played(note, slip.played).text


def _beats(seconds: float, due: Sequence[DueNote]) -> str:
    """How long a wait was: in beats where it was a whole number or a half of them, else in ms."""
    beats = Fraction(round(2 * abs(seconds) / quarter_of(due)), 2)
    if not beats or abs(abs(seconds) / quarter_of(due) - beats) > _ROUGHLY:
        return f"{abs(round(1000 * seconds))} ms"
    if beats == _HALF:
        return "half a beat"
    whole = count(int(beats)) if beats >= 1 else ""
    half = " and a half" if beats.denominator > 1 else ""
    return f"a beat{half}" if whole == "one" else f"{whole}{half} beats"


def quarter_of(due: Sequence[DueNote]) -> float:
    """Seconds of a quarter note, from two notes of one bar; of the time between two notes where no bar has two.

    Swung notes lie off the grid: the widest pair tells best.
    """
    bars: dict[int, list[DueNote]] = {}
    for note in due:
        bars.setdefault(note.bar, []).append(note)
    ends = [(notes[0], notes[-1]) for notes in bars.values() if len(notes) > 1]
    if not ends:
        return due[0].gap if due else 1.0
    first, last = max(ends, key=lambda pair: pair[1].place - pair[0].place)
    return (last.at - first.at) / float(last.place - first.place)


def with_natural(played: Degree, due: Degree) -> str:
    """A degree with ♮ where the same number was due with a sign.

    >>> with_natural(Degree(2), Degree(2, -1)), with_natural(Degree(3), Degree(2, -1))
    ('♮2', '3')
    """
    plain = played.alteration == 0 and due.alteration != 0 and played.number == due.number
    return f"♮{played.text}" if plain else played.text


def take_report(
    judged: Judged, due: Sequence[DueNote], time: TimeKept | None, catalogue: ScaleCatalogue, *, ended: bool = True
) -> tuple[str, ...]:
    """Up to three sentences: the notes, the time, the swing; of a take that has `ended`, or was stopped."""
    if not any(off is not None for off in judged.offsets):
        return ("Nothing of it was heard.",)
    right, wanted = _as_due(judged, due)
    if 2 * right < wanted:
        return (f"Not clean yet: {right} of {wanted} notes {'was' if right == 1 else 'were'} as due.",)
    found = [_notes(judged, due, catalogue, ended=ended)]
    begun = _begun(judged, due)
    if begun:
        found.append(f"You began {begun}.")
    if time is not None:
        said = _time(time, begun=bool(begun))
        off = any(slip.kind in OF_TIME for slip in judged.slips)
        found.append(f"Otherwise in{said.removeprefix('In')}" if off and said.startswith("In time") else said)
        found += _swing(time)
    return tuple(found)


def _as_due(judged: Judged, due: Sequence[DueNote]) -> tuple[int, int]:
    """How many notes were right and how many were wanted, from where one came in to where one stopped."""
    first = next((slip.note for slip in judged.slips if slip.kind == "came-in"), 0)
    last = next((slip.note for slip in judged.slips if slip.kind == "stopped"), len(due))
    amiss = {
        place
        for slip in judged.slips
        if slip.kind in _OTHER_NOTES
        for place in range(slip.note, (slip.note if slip.until is None else slip.until) + 1)
    }
    wanted = range(first, last)
    return sum(judged.offsets[place] is not None and place not in amiss for place in wanted), len(wanted)


def _begun(judged: Judged, due: Sequence[DueNote]) -> str:
    """'a beat late', 'a bar early': where the whole was shifted by beats from its first note on."""
    first = [off for off in judged.steady if off is not None][:_FIRST]
    quarter = quarter_of(due)
    off = median(first) if first else 0.0
    if abs(off) < _SHIFTED * quarter:
        return ""
    return f"{_beats(off, due)} {_side(off < 0)}"


def _swing(time: TimeKept) -> list[str]:
    """How it swung, where it was to or did."""
    if time.swing is None or time.due_swing is None:
        return []
    if abs(time.swing - time.due_swing) >= 100 * OTHER_SWING:
        straight = abs(time.swing - _STRAIGHT) <= _NEARLY_STRAIGHT
        return [f"You were to swing at {time.due_swing} and played straight." if straight
                else f"You were to play straight and swung at {time.swing}." if time.due_swing == _STRAIGHT
                else f"You were to swing at {time.due_swing} and swung at {time.swing}."]  # fmt: skip
    return [f"Swing {time.swing}."] if abs(time.swing - _STRAIGHT) > _NEARLY_STRAIGHT else []


def _notes(judged: Judged, due: Sequence[DueNote], catalogue: ScaleCatalogue, *, ended: bool) -> str:
    slips = [slip for slip in judged.slips if slip.kind not in _ENDS]
    ends = [slip for slip in judged.slips if slip.kind in _ENDS]
    if not judged.slips:
        return "Clean."
    if ended and _only_the_last_bar(judged.slips, due):
        return f"Clean up to bar {due[-1].bar}, the last one, which you played otherwise."
    you = " and ".join(slip_words(slip, due, catalogue) for slip in ends)
    if not slips:
        return f"You {you}, and played clean."
    told = "; ".join(slip_words(slip, due, catalogue) for slip in slips[:_NAMED])
    more = f"; and {count(len(slips) - _NAMED)} more" if len(slips) > _NAMED else ""
    many = f"{count(len(slips))} slip{'s' * (len(slips) > 1)}"
    text = f"{many[0].upper()}{many[1:]}: {told}{more}."
    return f"{text} You {you}." if you else text


def _only_the_last_bar(slips: Sequence[Slip], due: Sequence[DueNote]) -> bool:
    """Whether the last bar was changed: at least half of its notes, and nothing before it."""
    last = due[-1].bar
    notes = sum(note.bar == last for note in due)
    changed = {slip.note for slip in slips if slip.kind in ("wrong", "left-out", "octave")}
    return (
        due[0].bar < last
        and notes > 2
        and len(changed) * 2 >= notes
        and all(due[slip.note].bar == last for slip in slips)
    )


def _time(time: TimeKept, *, begun: bool) -> str:
    """How time was kept, from where the line went on after each slip."""
    drift = time.drift
    if abs(drift.by) > _DRIFT:
        way = "rush" if drift.by < 0 else "drag"
        first, last = time.bars[0].bar if time.bars else drift.bar, max(bar.bar for bar in time.bars)
        where = "all through" if drift.bar <= first else f"from bar {drift.bar} on"
        if drift.until < last:
            where = f"in bar {drift.bar}" if drift.until == drift.bar else f"from bar {drift.bar} to bar {drift.until}"
        return f"You {way} {where}: {abs(round(drift.by))} ms by the end{' of it' * (drift.until < last)}."
    level = time.off
    worst = max(time.bars, key=lambda bar: abs(bar.off - level), default=None)
    if worst is not None and not begun and abs(worst.off - level) > _HEARD and abs(worst.off) > _HEARD:
        early = worst.off < 0
        return f"In bar {worst.bar} you play {abs(round(worst.off))} ms {_side(early)}."
    if abs(level) > _HEARD and not begun:
        return f"You play {abs(round(level))} ms {_side(level < 0)} all through."
    if time.uneven > _UNEVEN:
        return f"In time, but uneven: {round(time.uneven)} ms."
    return f"In time, and even within {round(time.uneven)} ms."


def _side(early: bool) -> str:
    return "early" if early else "late"
