"""How a key of a goal is learnt: the tempo that comes next, when it is reached, and when it comes back for a look.

A key is reached when it was played at the goal's tempo, clean or nearly so. From then on it comes back after growing
gaps: what is practised again after a while is kept longer than what is practised at once (spacing: N. J. Cepeda, H.
Pashler, E. Vul, J. T. Wixted and D. Rohrer, "Distributed practice in verbal recall tasks", Psychological Bulletin 132,
2006). The gaps themselves, the steps of the tempo and what a slip costs are choices of ours.
"""

from __future__ import annotations

from datetime import date, timedelta
from typing import Final, NamedTuple

from dodecant.practice.planning.history import DoneSession

GAPS: Final = (1, 3, 7, 16, 35)  # days
_UP: Final = 0.08  # of the tempo, after a clean session
_DOWN: Final = 0.12  # of the tempo, after one that slipped
_WAY: Final = 0.3  # of the way to the goal's tempo, after a clean session
_LEAST_STEP: Final = 2  # BPM
_FLOOR: Final = 0.5  # of the goal's tempo
_BACK: Final = 2  # gaps that a look which slipped goes back by
_LOST: Final = 2  # looks in a row that slipped, after which a key is worked on again
_MOST_WAIT: Final = 3  # practice days before a key that slips again and again comes back


class KeyMemory(NamedTuple):
    """What is known of a key of a goal: the day, tempo (BPM; None: not said), slips and outcome of its last session,
    whether it is reached, which of the gaps comes next, and how many sessions in a row slipped.
    """

    last: date | None = None
    tempo: int | None = None
    slips: int = 0
    clean: bool | None = None
    reached: bool = False
    gap: int = 0
    failed: int = 0

    @property
    def look(self) -> date | None:
        """The day from which on a reached key is due for a look."""
        return self.last + timedelta(days=self.days) if self.reached and self.last else None

    @property
    def days(self) -> int:
        """How many days a reached key waits for its next look."""
        return GAPS[self.gap]

    @property
    def wait(self) -> int:
        """How many practice days a key that is not reached waits before it comes back: more, the oftener it slipped."""
        return max(1, min(self.failed, _MOST_WAIT))

    def after(self, done: DoneSession, tempo: int) -> KeyMemory:
        """What is known after a session, for a goal at a tempo (BPM). An extra session before a look is due changes
        nothing, unless it slips.

        >>> day = date(2026, 11, 2)
        >>> once = KeyMemory().after(DoneSession(0, 0, day, tempo=96), 96)
        >>> once.reached, once.look
        (True, datetime.date(2026, 11, 3))
        >>> KeyMemory().after(DoneSession(0, 0, day, tempo=80), 96).reached
        False
        """
        held = done.clean is True and (done.tempo is None or done.tempo >= tempo)
        said = KeyMemory(done.day, done.tempo, done.slips, done.clean, self.reached, self.gap, self.failed)
        if not self.reached:
            return said._replace(reached=held, gap=0, failed=0 if done.clean else self.failed + (done.clean is False))
        if done.clean is False:
            failed = self.failed + 1
            return said._replace(reached=failed < _LOST, gap=max(0, self.gap - _BACK), failed=failed)
        if self.look is not None and done.day < self.look:
            return self
        return said._replace(gap=min(self.gap + 1, len(GAPS) - 1), failed=0) if held else said

    def tempos(self, tempo: int) -> tuple[int, ...]:
        """The tempos of the sessions that are left (BPM) for a goal at a tempo, if all go well.

        >>> KeyMemory(date(2026, 11, 2), 84, 0, True).tempos(96), KeyMemory(date(2026, 11, 2), 96, 2, False).tempos(96)
        ((91, 96), (84, 91, 96))
        """
        if self.reached:
            return ()
        first = tempo
        if self.last is not None and self.clean is not None:
            played = min(self.tempo or tempo, tempo)
            first = (
                _up(played, tempo)
                if self.clean
                else max(round(_FLOOR * tempo), played - max(_LEAST_STEP, round(_DOWN * played)))
            )
        elif self.last is not None:
            first = self.tempo or tempo
        return rungs(first, tempo)


def rungs(first: int, tempo: int) -> tuple[int, ...]:
    """The tempos from a first one up to a goal's (BPM), if all go well.

    >>> rungs(80, 96), rungs(100, 96)
    ((80, 86, 93, 96), (96,))
    """
    found = [min(first, tempo)]
    while found[-1] < tempo:
        found.append(min(_up(found[-1], tempo), tempo))
    return tuple(found)


def _up(tempo: int, goal: int) -> int:
    return tempo + max(_LEAST_STEP, round(_UP * tempo), round(_WAY * (goal - tempo)))
