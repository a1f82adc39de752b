"""The teacher's passphrase: hashed with Argon2id (RFC 9106) through its usual package."""

from __future__ import annotations

from argon2 import PasswordHasher
from argon2.exceptions import Argon2Error, InvalidHashError

from dodecant.exercise.recipe.problems import Problem, RecipeError

SHORTEST, LONGEST = 10, 200  # letters
_HASHER = PasswordHasher()


def hashed(passphrase: str) -> str:
    """The hash to be kept; raises RecipeError for one that is too short or too long."""
    if not SHORTEST <= len(passphrase.strip()) <= LONGEST:
        message = f"A passphrase has {SHORTEST} letters or more, and {LONGEST} at most."
        raise RecipeError([Problem("/passphrase", message, "Four or five words that you can remember are good.")])
    return _HASHER.hash(passphrase)


def holds(passphrase: str, kept: str) -> bool:
    """Whether it is the one that was kept."""
    try:
        return _HASHER.verify(kept, passphrase[:LONGEST])
    except (Argon2Error, InvalidHashError):
        return False
