"""Every order of a figure's tones, as a set to be worked through: a strip for each."""

from __future__ import annotations

from itertools import permutations

from dodecant.exercise.recipe.figures import Figures, Pairs
from dodecant.exercise.recipe.problems import Problem, RecipeError

_MOST = 5  # numbers of a cell: 120 orders
PAIR_ORDERS: dict[str, str] = {
    "123": "low, middle, high",
    "132": "low, high, middle",
    "213": "middle, low, high",
    "231": "middle, high, low",
    "312": "high, low, middle",
    "321": "high, middle, low",
}


def orders_of(figure: Figures) -> tuple[tuple[str, Figures], ...]:
    """The figure in each order, with words for it; nothing where it has one order alone.

    >>> from dodecant.exercise.recipe.figures import Cell
    >>> [words for words, _ in orders_of(Cell(text="1 2 2", order="each"))]
    ['1 2 2', '2 1 2', '2 2 1']
    """
    if figure.kind == "pairs" and figure.order == "each":
        return tuple(
            (words, Pairs.model_validate({**figure.model_dump(), "order": order}))
            for order, words in PAIR_ORDERS.items()
        )
    if figure.kind != "cell" or figure.order == "written":
        return ()
    numbers = figure.text.replace(",", " ").split()
    if len(numbers) > _MOST:
        message = f"A cell of {len(numbers)} numbers has too many orders."
        raise RecipeError([Problem("/figure/order", message, f"Take {_MOST} numbers at the most.")])
    texts = dict.fromkeys(" ".join(order) for order in permutations(numbers))
    return tuple((signs(text), figure.model_copy(update={"text": text, "order": "written"})) for text in texts)


def signs(text: str) -> str:
    """A typed cell with the signs a musician reads, one space between numbers."""
    return " ".join(text.replace("b", "♭").replace("#", "♯").replace("n", "♮").replace(",", " ").split())
