"""What a note of a lick is, in a musician's words."""

from __future__ import annotations

from dodecant.exercise.melody.lick import Lean, Lick, LickTone
from dodecant.exercise.wording.choices import label

_HOW_FAR = {1: "a half step", 2: "a whole step"}


def said_of(lick: Lick, tone: LickTone) -> str:
    """What the note does where it came from: 'a half step below E', 'chord tone', 'from outside'.

    >>> from dodecant.exercise.melody.lick import read_against
    >>> from dodecant.music.core.metre import Metre
    >>> from dodecant.tables import load_tables
    >>> lick = read_against("♯2 3 1", "C", Metre(4, 4), load_tables().scales)
    >>> said_of(lick, lick.tones[0])
    'leads into E from a half step below'
    """
    if isinstance(tone.move, Lean):
        target = lick.tones[tone.move.target].pitch.name.text
        far = abs(tone.move.half_steps)
        side = "below" if tone.move.half_steps < 0 else "above"
        how = _HOW_FAR.get(far, f"{far} half steps")
        verb = "surrounds" if tone.function == "enclosure" else "leads into"
        return f"{verb} {target} from {how} {side}" if far else f"is {target} already"
    words = {
        "chord": label("Tone.role", "chord"),
        "enclosure": "surrounds the next but one",
        "outside": label("Tone.role", "outside"),
    }
    return words.get(tone.function, "scale tone")
