"""The press: recipe -> stops -> ladder -> figure -> path -> range -> placement -> bars, with remarks."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from itertools import accumulate

from dodecant.exercise.figure import FigureTone
from dodecant.exercise.fitting import fit_line, fit_over_changes
from dodecant.exercise.harmony import metre_of_changes
from dodecant.exercise.line import Line, Segment
from dodecant.exercise.notation import Span, write_bars, write_signs
from dodecant.exercise.problems import Problem, RecipeError, at_field
from dodecant.exercise.recipe import Placement, Recipe
from dodecant.exercise.remarks import remarks_on_bar, remarks_on_ladder, remarks_on_line, remarks_on_range
from dodecant.exercise.roles import role_of
from dodecant.exercise.route import Sound, Stop, stops
from dodecant.exercise.score import Bar, Note, Remark, Role, Strip, Tone
from dodecant.exercise.sentence import Phrase, sentence, sentence_text
from dodecant.exercise.signature import fifths_for, signature_alterations
from dodecant.exercise.sounds import ChangesSounds
from dodecant.exercise.variation import Stair
from dodecant.instrument.profile import Instrument, InstrumentTable, Reach
from dodecant.music.degree import Degree
from dodecant.music.errors import MusicError
from dodecant.music.form import Form
from dodecant.music.hearing import hearing
from dodecant.music.numbering import number_text
from dodecant.music.pitch import Pitch
from dodecant.music.scale import ScaleCatalogue
from dodecant.music.tonics import TonicNames

BEATS = {"quarter": Fraction(1), "eighth": Fraction(1, 2), "triplet": Fraction(1, 3), "sixteenth": Fraction(1, 4)}
MOST_NOTES = 600  # in one strip: some three minutes of eighths at an easy tempo
MOST_STRIPS = 400


@dataclass(frozen=True)
class Tables:
    """The data files, read once at the edge of the program."""

    scales: ScaleCatalogue
    forms: tuple[Form, ...]
    stairs: tuple[Stair, ...]
    instruments: InstrumentTable


@dataclass(frozen=True)
class Exercise:
    """A recipe worked out: its sentence, its strips in order and the remarks on them."""

    recipe: Recipe
    instrument: Instrument
    sentence: tuple[Phrase, ...]
    strips: tuple[Strip, ...]
    remarks: tuple[Remark, ...]
    beats: int  # quarter notes in a bar

    @property
    def bars(self) -> int:
        """Bars in all strips together."""
        return sum(len(strip.bars) for strip in self.strips)

    @property
    def seconds(self) -> Fraction:
        """Playing time at the recipe's tempo (BPM), each strip once."""
        return Fraction(self.bars * self.beats * 60, self.recipe.tempo)


def press(recipe: Recipe, tables: Tables) -> Exercise:
    """Work a recipe out. The same recipe gives the same exercise; raises RecipeError for what cannot be done."""
    instrument, reach, own_limits = _player(recipe, tables)
    tonics = TonicNames.preferring(recipe.spelling.major, recipe.spelling.minor)
    places = stops(recipe, tables.scales, tonics, instrument)
    if len(places) > MOST_STRIPS:
        raise RecipeError(
            [Problem("/keys", f"This makes {len(places)} strips; {MOST_STRIPS} are the most.", "Pick fewer keys.")]
        )
    beats = bar_beats(recipe)
    strips: list[Strip] = []
    remarks: list[Remark] = []
    for stop in places:
        if stop.over_written:
            line = fit_over_changes(recipe, stop, BEATS[recipe.placement.value], reach)
        else:
            line = fit_line(recipe, stop, instrument, reach, own_limits=own_limits)
        if line.size > MOST_NOTES:
            message = f"A strip would have {line.size} notes; {MOST_NOTES} are the most."
            raise RecipeError([Problem("/path", message, "Shorten the path or the cell.")])
        strips.append(_strip(recipe, stop, line, instrument, beats))
        remarks += remarks_on_ladder(recipe, stop, line)
        remarks += remarks_on_range(recipe, stop, line, instrument)
        remarks += remarks_on_line(recipe, strips[-1])
        if stop.index == 0:
            remarks += remarks_on_bar(recipe, line.group, beats, len(strips[0].bars))
    phrases = sentence(recipe, places[0], tables.scales, instrument)
    return Exercise(recipe, instrument, phrases, tuple(strips), tuple(remarks), beats)


def say(recipe: Recipe, tables: Tables) -> str:
    """The recipe's sentence alone, without working its strips out; raises RecipeError for an unknown name."""
    instrument, _, _ = _player(recipe, tables)
    tonics = TonicNames.preferring(recipe.spelling.major, recipe.spelling.minor)
    first = stops(recipe, tables.scales, tonics, instrument)[0]
    return sentence_text(sentence(recipe, first, tables.scales, instrument))


def _player(recipe: Recipe, tables: Tables) -> tuple[Instrument, Reach, bool]:
    """The instrument, the reach to stay in, and whether the player set limits of their own."""
    player = recipe.player
    try:
        instrument = tables.instruments.get(player.instrument)
    except MusicError as error:
        raise at_field("/player/instrument", error) from None
    reach = instrument.comfortable if player.reach == "comfortable" else instrument.full
    low = Pitch.parse(player.lowest) if player.lowest else reach.low
    high = Pitch.parse(player.highest) if player.highest else reach.high
    for pitch, field in ((low, "lowest"), (high, "highest")):
        if not instrument.full.holds(pitch.midi, pitch.midi):
            raise RecipeError(
                [
                    Problem(
                        f"/player/{field}",
                        f"{pitch.text} is not on the {instrument.name}.",
                        f"It reads {instrument.full.text}.",
                    )
                ]
            )
    if high.midi - low.midi < 12:
        raise RecipeError(
            [
                Problem(
                    "/player/lowest" if player.lowest else "/player/highest",
                    f"{low.text} to {high.text} is less than an octave.",
                    "Leave at least an octave to play in.",
                )
            ]
        )
    return instrument, Reach(low, high), bool(player.lowest or player.highest)


def _strip(recipe: Recipe, stop: Stop, line: Line, instrument: Instrument, beats: int) -> Strip:
    shape = tuple((s.start, s.length, tuple(tone.units for tone in s.tones)) for s in line.segments)
    spans, bars = _rhythm(recipe.placement, beats, shape, line.pickup)
    done: dict[tuple[int, int, int], Tone] = {}
    tones = [tone for segment in line.segments for tone in _tones(recipe, segment, instrument, done)]
    fifths = fifths_for(stop.written) if recipe.spelling.signature else 0
    signs = write_signs(
        bars,
        [tone.written for tone in tones],
        signature_alterations(fifths),
        cautionary=recipe.spelling.cautionary,
    )
    notes = tuple(
        Note(start, length, tone, sign) for (start, length), tone, sign in zip(spans, tones, signs, strict=True)
    )
    firsts = accumulate((len(segment.tones) for segment in line.segments[:-1]), initial=0)
    labels = tuple(
        (notes[first].start, segment.written.scale.name)
        for first, segment in zip(firsts, line.segments, strict=True)
        if stop.chain and (segment.before is None or segment.before.scale != segment.written.scale)
    )
    return Strip(stop, notes, bars, fifths, line.octaves_open, labels)


@lru_cache(maxsize=256)
def _rhythm(
    placement: Placement,
    beats: int,
    segments: tuple[tuple[Fraction, Fraction | None, tuple[int, ...]], ...],
    pickup: int,
) -> tuple[tuple[Span, ...], tuple[Bar, ...]]:
    """When the notes sound, and the bars they are written in: the same for every strip of that shape.

    Segments are start, length and the notes' lengths in note values; over changes the last note of each is held until
    the next chord. A `pickup` of so many note values comes before the first full bar.
    """
    value = BEATS[placement.value]
    spans: list[Span] = []
    end: Fraction | None = None
    now = (-pickup * value) % beats
    for place, (start_of_segment, length, units) in enumerate(segments):
        begin = now if length is None else start_of_segment
        ends = [begin, *(begin + value * total for total in accumulate(units))]
        here = [(at, value * held) for at, held in zip(ends, units, strict=False)]
        now = ends[-1]
        until = None if length is None else start_of_segment + length
        if until is None and placement.ending == "hold" and place == len(segments) - 1:
            start, last = here[-1]
            here[-1] = (start, last + -(start + last) % beats)
        elif until is not None and here:
            here[-1] = (here[-1][0], until - here[-1][0])
        spans += here
        end = until
    return tuple(spans), write_bars(spans, beats, end=end)


def bar_beats(recipe: Recipe) -> int:
    """Quarter notes in a bar: the recipe's, or those of the changes."""
    sounds = recipe.sounds
    if not isinstance(sounds, ChangesSounds):
        return int(recipe.placement.metre[0])
    return metre_of_changes(sounds.changes).beats


def _tones(
    recipe: Recipe, segment: Segment, instrument: Instrument, done: dict[tuple[int, int, int], Tone]
) -> list[Tone]:
    """The segment's tones where they are played; one that comes back over the same chord is worked out once."""
    scale, chord, shift = segment.written.scale, id(segment.chord), segment.shift
    found = []
    for raw in segment.tones:
        key = (id(raw), chord, shift)  # tones of different sounds are different objects
        tone = done.get(key)
        if tone is None:
            pitch = segment.pitch(raw)
            written = _as_read(pitch, recipe)
            number, role = _function(recipe, segment, raw)
            as_written = written is pitch and segment.written is segment.sounding and not instrument.sounds_half_steps
            tone = done[key] = Tone(
                written=written,
                sounding=written if as_written else _as_heard(written, raw.degree, segment.sounding, instrument),
                degree=raw.degree,
                step=None if raw.rung is None else raw.rung % len(scale) + 1,
                number=number,
                role=role,
                changed=segment.before is not None and raw.degree not in segment.before.scale.tones,
            )
        found.append(tone)
    return found


def _function(recipe: Recipe, segment: Segment, tone: FigureTone) -> tuple[str, Role]:
    """The number under a tone and its weight of ink: in its sound, or over changes against the chord."""
    scale, school = segment.written.scale, recipe.numbers
    if segment.chord is None:
        number = "" if school == "none" else number_text(tone.degree, scale, school)
        return number, role_of(tone.degree, scale)
    heard, role = hearing(segment.chord.quality)[(tone.pitch.midi - segment.chord.root.pitch_class) % 12]
    weight: Role = role if role == "chord" or tone.degree in scale.tones else "outside"
    if school == "none":
        return "", weight
    return heard.text if school == "chord" else number_text(tone.degree, scale, school), weight


def _as_read(pitch: Pitch, recipe: Recipe) -> Pitch:
    """The reader's spelling; what would need three signs is plain for everyone."""
    if recipe.spelling.plain == "never" and abs(pitch.alteration) <= 2:
        return pitch
    return pitch.plain(white_keys_too=recipe.spelling.plain == "all")


def _as_heard(written: Pitch, degree: Degree, sound: Sound, instrument: Instrument) -> Pitch:
    """The sounding pitch, spelled in the sounding key."""
    heard = instrument.sounding(written)
    name = degree.name_above(sound.tonic)
    if name.pitch_class != heard.midi % 12:
        return heard
    natural = Pitch(name.letter, name.alteration, 0)
    return Pitch(name.letter, name.alteration, (heard.midi - natural.midi) // 12)
