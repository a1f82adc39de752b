"""The one error the core raises for input it cannot read."""

from __future__ import annotations


class MusicError(ValueError):
    """Says what could not be read, where, and what would be right.

    `where` is the 0-based character position inside the text, or None when the whole text is meant.
    `cure` is a plain sentence for the person who typed it.
    """

    def __init__(self, message: str, *, cure: str = "", where: int | None = None) -> None:
        super().__init__(message)
        self.message = message
        self.cure = cure
        self.where = where
