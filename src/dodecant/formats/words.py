"""A teacher's words with simple formatting, read as blocks of runs: paragraphs, lists, **strong** and *emphasis*.

CommonMark (https://spec.commonmark.org) through its usual package; whatever else it knows, HTML and pictures too, stays
as it was typed. The screen and the page draw the blocks, so that nothing that was typed is ever executed.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import cache, lru_cache
from typing import Any, Literal, NamedTuple

from markdown_it import MarkdownIt
from markdown_it.token import Token

BlockKind = Literal["paragraph", "item", "step"]


class TextRun(NamedTuple):
    """Letters in one weight."""

    text: str
    strong: bool = False
    emphasis: bool = False


class Block(NamedTuple):
    """A paragraph, an item of a list, or a step with its number."""

    kind: BlockKind
    number: int
    runs: tuple[TextRun, ...]


@lru_cache(maxsize=64)
def read_words(text: str) -> tuple[Block, ...]:
    """The blocks of a text.

    >>> [(block.kind, [run.text for run in block.runs]) for block in read_words("Slowly, *all* of it.")]
    [('paragraph', ['Slowly, ', 'all', ' of it.'])]
    """
    kinds: list[BlockKind] = []
    found, number = [], 0
    for token in _reader().parse(text):
        if token.type in ("bullet_list_open", "ordered_list_open"):
            kinds.append("item" if token.type == "bullet_list_open" else "step")
        elif token.type in ("bullet_list_close", "ordered_list_close"):
            kinds.pop()
        elif token.type == "list_item_open":
            number = int(token.info or 0)
        elif token.type == "inline" and token.children:
            found.append(Block(kinds[-1] if kinds else "paragraph", number, tuple(_runs(token.children))))
    return tuple(found)


def words_data(text: str) -> list[dict[str, Any]]:
    """The blocks of a text as plain data: what the page setter and a practice pack draw."""
    return [
        {"kind": block.kind, "number": block.number, "runs": [run._asdict() for run in block.runs]}
        for block in read_words(text)
    ]


def _runs(tokens: Sequence[Token]) -> Iterator[TextRun]:
    strong = emphasis = 0
    for token in tokens:
        weight = token.nesting
        if token.type.startswith("strong"):
            strong += weight
        elif token.type.startswith("em_"):
            emphasis += weight
        elif token.type in ("softbreak", "hardbreak"):
            yield TextRun("\n" if token.type == "hardbreak" else " ", strong > 0, emphasis > 0)
        elif token.content:
            yield TextRun(token.content, strong > 0, emphasis > 0)


@cache
def _reader() -> MarkdownIt:
    return MarkdownIt("zero").enable(["list", "emphasis", "newline", "escape"])
