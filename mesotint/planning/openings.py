"""What is opened with white, or with water in a wash, and how that is labelled."""

from collections.abc import Sequence
from typing import Final

from mesotint.mixing.mixture import Viewing

OPENINGS: Final = (0.0, 1.0, 2.0, 3.0, 4.0)
"""Parts of white, or of water, to one of what is opened."""

MOST_OPENING: Final = 20.0
"""Parts of white or water to one; more makes every step alike (our own judgement)."""


def opening_labels(openings: Sequence[float], viewing: Viewing) -> list[str]:
    """What is written above columns that are opened.

    Parameters
    ----------
    openings : sequence of float
        Parts of white, or of water in a wash, to one.
    """
    return [f"1 : {opening:g} {lightener_word(viewing)}" for opening in openings]


def lightener_word(viewing: Viewing) -> str:
    """What opens paint in a medium: "white" or "water"."""
    return "water" if viewing.medium == "wash" else "white"
