"""Voicings as what is practised: each chord of the changes struck in one form, as near as it can be to the one before.

They lie where the hand plays them on keys, elsewhere in the player's reach. Every key takes the voicings of the key the
changes are written in, carried, where they all lie in that room; else it has its own.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import groupby

from dodecant.exercise.harmony.timeline import TimedChord, Timeline
from dodecant.exercise.harmony.voicings import ENOUGH_ROOM, harmonic, room_of, voiced
from dodecant.exercise.melody.line import SILENCE, Line, Segment, Tones
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.anticipation import with_chords_early
from dodecant.exercise.over_changes.guide_tones import spans_of
from dodecant.exercise.over_changes.leading import on_c
from dodecant.exercise.player import ResolvedPlayer
from dodecant.exercise.recipe.figures import ChordVoicings
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.rhythm.timing import Timing, notes_under, pace_of
from dodecant.exercise.routes.stops import Stop
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName, Pitch

_HALF = 6  # half steps: the farthest way to any key
_KEYS, _OCTAVE = "keyboard", 12


class VoicingLines:
    """A line builder: a voicing held for each chord, or struck in a rhythm."""

    def __init__(self, work: LineWork) -> None:
        figure = work.recipe.figure
        assert isinstance(figure, ChordVoicings)  # noqa: S101 - chosen by its class
        self._recipe, self._figure, self._pace = work.recipe, figure, pace_of(work.recipe)
        self._room = _room(figure, work.player)
        self._home: dict[Timeline, list[tuple[tuple[Degree, int], ...]]] = {}

    def line(self, stop: Stop) -> Line:
        """The line of one stop; raises RecipeError without chords."""
        stop = with_chords_early(self._recipe, stop)
        spans = list(spans_of(stop))
        if not any(over.sound for over, _, _ in spans):
            where = "/sounds" if not stop.chords_written else "/sounds/changes/text"
            raise RecipeError([Problem(where, "Voicings need chords.", "Choose changes as the sound.")])
        pitches = iter(self.pitches(stop, [over for over, _, _ in spans if over.sound is not None]))
        segments: list[Segment] = []
        for over, heard, length in spans:
            struck = () if over.sound is None else next(pitches)
            segments += self.segment(stop, over._replace(length=length), heard, struck)
        return Line(tuple(segments), alike=(stop.timeline, *(len(segment.tones) for segment in segments)))

    def segment(self, stop: Stop, over: TimedChord, heard: TimedChord, pitches: Sequence[Pitch]) -> tuple[Segment, ...]:
        """A chord struck once and held, or as often as its rhythm has notes under it; silence without a chord."""
        count = notes_under(self._pace, over.start, over.length) if self._pace.rhythm else 1
        if over.sound is None or heard.sound is None or not count or not pitches:
            return (Segment(SILENCE, stop.written, stop.sounding, None, over.start, over.length),)
        sound = over.sound
        *lower, top = (on_c(pitch, sound) for pitch in pitches)
        timing = Timing() if self._pace.rhythm else Timing(units=over.length / self._pace.value)
        tones = [replace(top, lower_tones=tuple(lower), timing=timing) for _ in range(count)]
        held = not self._pace.rhythm
        made = Tones.of(tones)
        return (Segment(made, sound, heard.sound, over.chord, over.start, over.length, held=held, pace=self._pace),)

    def pitches(self, stop: Stop, sounding: Sequence[TimedChord]) -> list[tuple[Pitch, ...]]:
        """The voicing of each chord: those of the home key carried, where all of them lie in the room."""
        home = self._at_home(stop.timeline) if stop.timeline is not None else []
        if home and len(home) == len(sounding):
            up = (stop.written.above_c - stop.form.harmony.changes.key.tonic.pitch_class + _HALF) % 12 - _HALF
            carried = [
                tuple(Pitch.named(degree.name_above(_root(over)), midi + up) for degree, midi in tones)
                for tones, over in zip(home, sounding, strict=True)
            ]
            low, high = self._room
            if all(low <= pitches[0].midi and pitches[-1].midi <= high for pitches in carried):
                return carried
        return self.voiced(sounding)

    def voiced(self, sounding: Sequence[TimedChord]) -> list[tuple[Pitch, ...]]:
        """A voicing for each of some chords, by themselves."""
        voices = [harmonic(over.chord, over.sound) for over in sounding if over.sound is not None]
        return voiced(voices, self._figure.form, self._figure.hand, *self._room)

    def _at_home(self, timeline: Timeline) -> list[tuple[tuple[Degree, int], ...]]:
        """The voicings of the key the changes are written in, as degrees of their roots and heights (MIDI); a chord
        that goes on is one.
        """
        if timeline not in self._home:
            heard = [next(same) for _, same in groupby(timeline.in_home_key, key=lambda over: over.chord)]
            sounding = [over for over in heard if over.sound is not None]
            self._home[timeline] = [
                tuple((Degree.between(_root(over), pitch.name), pitch.midi) for pitch in pitches)
                for over, pitches in zip(sounding, self.voiced(sounding), strict=True)
            ]
        return self._home[timeline]


def _root(over: TimedChord) -> NoteName:
    """What the tones of a chord are counted from."""
    assert over.chord is not None  # noqa: S101 - over changes what sounds has a chord
    return over.chord.heard.root


def _room(figure: ChordVoicings, player: ResolvedPlayer) -> tuple[int, int]:
    """Between which heights (MIDI) the voicings lie."""
    low, high = player.reach.low.midi, player.reach.high.midi
    if player.instrument.fingering.family == _KEYS:
        hand = room_of(figure.form, figure.hand)
        inside = max(low, hand[0]), min(high, hand[1])
        return inside if inside[1] - inside[0] >= hand[1] - hand[0] else hand
    if figure.hand == "right":
        low = max(low, min(low + _OCTAVE, high - ENOUGH_ROOM))
    return low, max(high, low + ENOUGH_ROOM)
