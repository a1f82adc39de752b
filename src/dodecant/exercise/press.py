"""The press: recipe -> stops -> ladder -> figure -> path -> range -> placement -> bars, with remarks."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

from dodecant.exercise.fitting import Line, fit_line
from dodecant.exercise.notation import Span, write_bars, write_signs
from dodecant.exercise.problems import Problem, RecipeError, at_field
from dodecant.exercise.recipe import Placement, Recipe
from dodecant.exercise.remarks import remarks_on_ladder, remarks_on_range
from dodecant.exercise.roles import role_of
from dodecant.exercise.route import Sound, Stop, stops
from dodecant.exercise.score import Bar, Note, Remark, Strip, Tone
from dodecant.exercise.sentence import Phrase, sentence, sentence_text
from dodecant.exercise.signature import fifths_for, signature_alterations
from dodecant.instrument.profile import Instrument, InstrumentTable, Reach
from dodecant.music.degree import Degree
from dodecant.music.errors import MusicError
from dodecant.music.form import Form
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
    instruments: InstrumentTable


@dataclass(frozen=True)
class Exercise:
    """A recipe worked out: its sentence, its strips in order and the remarks on them."""

    recipe: Recipe
    instrument: Instrument
    sentence: tuple[Phrase, ...]
    strips: tuple[Strip, ...]
    remarks: tuple[Remark, ...]

    @property
    def beats(self) -> int:
        """Beats in a bar."""
        return int(self.recipe.placement.metre[0])

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
    strips: list[Strip] = []
    remarks: list[Remark] = []
    for stop in places:
        line = fit_line(recipe, stop.written, instrument, reach, own_limits=own_limits)
        if len(line.tones) > MOST_NOTES:
            raise RecipeError(
                [
                    Problem(
                        "/path",
                        f"A strip would have {len(line.tones)} notes; {MOST_NOTES} are the most.",
                        "Shorten the path or the cell.",
                    )
                ]
            )
        strips.append(_strip(recipe, stop, line, instrument))
        remarks += remarks_on_ladder(recipe, stop, line)
        remarks += remarks_on_range(recipe, stop, line, instrument)
    phrases = sentence(recipe, places[0], tables.scales, instrument)
    return Exercise(recipe, instrument, phrases, tuple(strips), tuple(remarks))


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


def _strip(recipe: Recipe, stop: Stop, line: Line, instrument: Instrument) -> Strip:
    spans, bars = _rhythm(recipe.placement, len(line.tones))
    tones = _tones(recipe, stop, line, instrument)
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
    return Strip(stop, notes, bars, fifths, line.octaves_open)


@lru_cache(maxsize=256)
def _rhythm(placement: Placement, count: int) -> tuple[tuple[Span, ...], tuple[Bar, ...]]:
    """When so many notes sound, and the bars they are written in: the same for every strip of that length."""
    value, beats = BEATS[placement.value], int(placement.metre[0])
    spans = [(value * place, value) for place in range(count)]
    if placement.ending == "hold":
        start, length = spans[-1]
        spans[-1] = (start, length + -(start + length) % beats)
    return tuple(spans), write_bars(spans, beats)


def _tones(recipe: Recipe, stop: Stop, line: Line, instrument: Instrument) -> list[Tone]:
    """The line's tones where they are played; a tone that comes back is worked out once."""
    scale, school = stop.written.scale, recipe.numbers
    done: dict[int, Tone] = {}
    for raw in line.tones:
        if id(raw) in done:
            continue
        written = _as_read(line.pitch(raw), recipe)
        done[id(raw)] = Tone(
            written=written,
            sounding=_as_heard(written, raw.degree, stop.sounding, instrument),
            degree=raw.degree,
            step=None if raw.rung is None else raw.rung % len(scale) + 1,
            number="" if school == "none" else number_text(raw.degree, scale, school),
            role=role_of(raw.degree, scale),
        )
    return [done[id(raw)] for raw in line.tones]


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
