"""A judged take in a teacher's words: each slip by its degree, and three sentences on the whole."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from dodecant.exercise.wording.small_words import count
from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import ScaleCatalogue
from dodecant.practice.takes.due import DueNote
from dodecant.practice.takes.slips import Judged, Slip, added_tone, degree_played, sound_of
from dodecant.practice.takes.timing import TimeKept

_STRAIGHT: Final = 50  # hundredths of the beat for the first of two eighths
_NEARLY_STRAIGHT: Final = 3  # of them that nobody hears as swing (ours)
_NAMED: Final = 3  # slips that are told one by one
_HEARD: Final = 20  # ms: less is not worth a word
_UNEVEN: Final = 35
_DRIFT: Final = 60  # ms from the first note to the last


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
    as_in = f", as in {scale.name}" if scale is not None else ""
    return f"{text} for {number} {where}{as_in}"


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
    found = [_notes(judged, due, catalogue, ended=ended)]
    if time is not None:
        whole = not any(slip.kind in ("left-out", "figure-left-out", "added", "turned-early") for slip in judged.slips)
        said = _time(time, whole=whole)
        off = any(slip.kind in ("early", "late") for slip in judged.slips)
        found.append(f"Otherwise in{said.removeprefix('In')}" if off and said.startswith("In time") else said)
        if time.swing is not None and abs(time.swing - _STRAIGHT) > _NEARLY_STRAIGHT:
            found.append(f"Swing {time.swing}.")
    return tuple(found)


def _notes(judged: Judged, due: Sequence[DueNote], catalogue: ScaleCatalogue, *, ended: bool) -> str:
    slips = judged.slips
    if not slips:
        return "Clean."
    if ended and _only_the_last_bar(slips, due):
        return f"Clean up to bar {due[-1].bar}, the last one, which you played otherwise."
    told = "; ".join(slip_words(slip, due, catalogue) for slip in slips[:_NAMED])
    more = f"; and {len(slips) - _NAMED} more" if len(slips) > _NAMED else ""
    many = f"{count(len(slips))} slip{'s' * (len(slips) > 1)}"
    few = len(slips) <= max(_NAMED, len(due) // 8)
    return f"{many[0].upper()}{many[1:]}: {told}{more}." if few else f"Not clean yet, {many}: {told}{more}."


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


def _time(time: TimeKept, *, whole: bool) -> str:
    """How time was kept; a line that lost or gained a note neither rushes nor drags by that."""
    if whole and abs(time.drift) > _DRIFT:
        way = "rush" if time.drift < 0 else "drag"
        return f"You {way} all through: {abs(round(time.drift))} ms by the end."
    worst = max(time.bars, key=lambda bar: abs(bar.off - time.off))
    if whole and abs(worst.off - time.off) > _HEARD and abs(worst.off) > _HEARD:
        early = worst.off < 0
        return f"You {'rush' if early else 'drag'} in bar {worst.bar}: {abs(round(worst.off))} ms {_side(early)}."
    if abs(time.off) > _HEARD:
        return f"You play {abs(round(time.off))} ms {_side(time.off < 0)} all through."
    if not whole:
        return "In time up to there."
    if time.uneven > _UNEVEN:
        return f"In time, but uneven: {round(time.uneven)} ms."
    return f"In time, and even within {round(time.uneven)} ms."


def _side(early: bool) -> str:
    return "early" if early else "late"
