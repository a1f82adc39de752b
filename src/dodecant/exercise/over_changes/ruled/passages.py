"""The passages of a form: chords in a row under one thing that is played."""

from __future__ import annotations

from fractions import Fraction

from dodecant.exercise.over_changes.ruled.rule_assignments import Playing, RuleAssignments
from dodecant.exercise.over_changes.ruled.ways import RuledPassage
from dodecant.exercise.recipe.figures import OwnLick
from dodecant.exercise.routes.stops import Stop


def passages_of(what: RuleAssignments, stop: Stop) -> list[RuledPassage]:
    """The passages of a stop: chords in a row under one thing that goes from chord to chord, else one chord each.

    A breath ends one, and so does the bar of an etude's peak. Chords without a sound are in none.
    """
    etude = what.recipe.etude
    every = etude.breath * what.metre.quarters if etude and etude.line == "unbroken" else Fraction(0)
    found: list[RuledPassage] = []
    breathes: set[int] = set()
    chords, plays = stop.chords_written, stop.form.plays
    lead_in = stop.form.lead_in
    for number, over in enumerate(chords):
        end = over.start + over.length - lead_in
        if every and end > 0 and end % every == 0 and over.length > 1:
            breathes.add(number)
    for number, over in enumerate(chords):
        if over.sound is None or over.chord is None:
            continue
        goes_on = (
            found
            and found[-1].plays == plays[number]
            and found[-1].chords.stop == number
            and number - 1 not in breathes
            and at_peak(what, stop, range(number - 1, number)) == at_peak(what, stop, range(number, number + 1))
            and what.all[plays[number]].runs_on
            and _together(what.all[plays[number]], stop, number)
        )
        if goes_on:
            found[-1] = found[-1]._replace(chords=range(found[-1].chords.start, number + 1))
        else:
            found.append(RuledPassage(plays[number], range(number, number + 1)))
    return [
        in_phrase(
            what,
            stop,
            one._replace(
                begins=place == 0,
                breathes=Fraction(one.chords[-1] in breathes),
                peak=at_peak(what, stop, one.chords),
            ),
        )
        for place, one in enumerate(found)
    ]


def in_phrase(what: RuleAssignments, stop: Stop, passage: RuledPassage) -> RuledPassage:
    """A passage with what its bars want of it: to begin early, to breathe at the end, to go so high."""
    playing = what.all[passage.plays]
    bar, lead_in = what.metre.quarters, stop.form.lead_in
    first, last = stop.form.due[passage.chords.start], stop.form.due[passage.chords[-1]]
    if playing.early and (first.start - lead_in) % bar == 0:
        passage = passage._replace(early=playing.early)
    if playing.breathes and (last.start + last.length - lead_in) % bar == 0:
        passage = passage._replace(breathes=max(passage.breathes, playing.breathes))
    return passage._replace(top=playing.top)


def _together(playing: Playing, stop: Stop, number: int) -> bool:
    """Whether a chord belongs to the passage of the one before: a lick of one chord begins anew on another."""
    lick = playing.work.lick
    if lick is None or len(lick.chords) > 1 or not isinstance(playing.work.recipe.figure, OwnLick):
        return True
    one, other = stop.chords_written[number - 1], stop.chords_written[number]
    return (one.chord, one.sound) == (other.chord, other.sound)


def at_peak(what: RuleAssignments, stop: Stop, chords: range) -> bool | None:
    """Whether some chords lie in the bar where an etude is to be highest; None where it is asked for nowhere."""
    peak = what.recipe.etude.peak if what.recipe.etude else 0
    if not peak or stop.timeline is None:
        return None
    first, last = stop.chords_written[chords.start], stop.chords_written[chords[-1]]
    begin = (first.start - stop.timeline.lead_in) // what.metre.quarters + 1
    end = -(-(last.start + last.length - stop.timeline.lead_in) // what.metre.quarters)
    return bool(begin <= peak <= end)
