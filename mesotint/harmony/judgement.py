"""Whether a painting that was brought together still has what the painter wishes of it."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.colour.hues import FAMILIES, HUE_SEEN_FROM_CHROMA, families, family_places, turn
from mesotint.colour.words import GREY_BELOW_CHROMA
from mesotint.harmony.gathering import DRAWS_BELOW, gathered, movement
from mesotint.harmony.painting import Painting
from mesotint.harmony.unity import ORDER_STEP, contrast_pairs, contrasts_kept, hue_spread
from mesotint.optics.grid import Array

HALF: Final = 0.5
"""Share of the hue spread that is to be left."""

CONTRAST_KEPT: Final = 0.9
VALUE_WITHIN: Final = 2.0
"""How much of an accent's contrast is to stay, and how near every L* (our own figures)."""

ITSELF_FROM_CHROMA: Final = 8.0
MOST_TURN: Final = 35.0
"""CIELAB chroma from which a passage has a hue of its own to keep, and degrees that it may turn
(our own figures: more, and mud that was brown is blue)."""

MOST_GAIN: Final = 0.05
LEAST_GAIN: Final = 2.0
"""Share of its chroma, and C*, that a passage may gain, whichever is more (our own figures: a
mother unifies what is there, and does not paint it over)."""

MOST_BY_STRENGTH: Final = 0.2
"""The most of a mother that is usual in a passage, by strength: from a trace to about a fifth
(common practice, the figure is our own)."""

TOGETHER_BELOW_DEGREES: Final = 8.0
"""Hue spread below which a painting is of one hue (our own figure)."""

_A_HAIR_DEGREES: Final = 0.1
_A_HAIR: Final = 1e-3


@dataclass(frozen=True)
class Judged:
    """A painting before and after, against the usual wishes.

    Attributes
    ----------
    labs : array, shape (passages, 3)
        The colours after.
    spread_before, spread_after : float
        Degrees; see `mesotint.harmony.unity.hue_spread`.
    halved : bool
        Whether the spread is halved.
    gathered : float
        How far the passages are drawn together; see `mesotint.harmony.gathering.gathered`. Below 1
        they are; what only dulls them is 1 or more.
    movement : float
        What the painting moves by: the mean CIEDE2000 of its passages by area, accents aside.
    chroma_kept : float
        Chroma of the whole, by area, over what it was.
    contrast_kept : float
        The least that an accent keeps of its CIEDE2000 to what it touches; 1 without accents.
    gives_way : tuple of str
        The wishes that cannot be had so, in words; empty where all are met.
    """

    labs: Array
    spread_before: float
    spread_after: float
    halved: bool
    gathered: float
    movement: float
    chroma_kept: float
    contrast_kept: float
    gives_way: tuple[str, ...]

    @property
    def chroma_says(self) -> str:
        """What becomes of the chroma, in words; a gain is none to be told of."""
        lost = round(100 * (1 - self.chroma_kept))
        return f"{lost} % of the chroma goes" if lost > 0 else "the chroma stays"


def already_together(painting: Painting) -> str:
    """Why a painting needs no mother, in one sentence; empty where it may.

    All greys, or one hue: there is nothing that a mother would bring together.
    """
    quiet = ~painting.accents
    lch = lch_from_lab(painting.labs[quiet])
    if not len(lch):
        return "Everything is an accent: there is nothing to bring together."
    if (lch[:, 1] < GREY_BELOW_CHROMA).all():
        return "These are greys already: they are together, and a mother would only colour them."
    if float(hue_spread(painting.labs[quiet], painting.areas[quiet])) < TOGETHER_BELOW_DEGREES:
        return "These are of one hue already: they are together, and need no mother."
    return ""


def judged(painting: Painting, after: Array, by_strength: Array | None = None) -> Judged:
    """What has become of a painting whose passages now look as `after`, shape (passages, 3).

    `by_strength` is how much of each is the mother, by strength, shape (passages,), where it is
    one that does it.

    Parameters
    ----------
    after : array, shape (passages, 3)
        CIELAB of the passages with the mother in them.
    by_strength : array, shape (passages,), optional
        How much of each is the mother, by strength, where one does it.
    """
    return judged_each(painting, after[None], None if by_strength is None else by_strength[None])[0]


def judged_each(
    painting: Painting, afters: Array, by_strength: Array | None = None
) -> list[Judged]:
    """The same for some outcomes side by side, shapes (n, passages, 3) and (n, passages).

    Parameters
    ----------
    afters : array, shape (n, passages, 3)
        CIELAB of the passages in each of n harmonies.
    by_strength : array, shape (n, passages), optional
        How much of each is the mother, by strength, where one does it.
    """
    before, quiet, areas = painting.labs, ~painting.accents, painting.areas
    was = float(hue_spread(before[quiet], areas[quiet]))
    spreads = hue_spread(afters[:, quiet], areas[quiet]).tolist()
    chroma = np.hypot(afters[..., 1], afters[..., 2]) @ areas
    chroma /= max(float(np.hypot(before[:, 1], before[:, 2]) @ areas), 1e-9)
    some = quiet if quiet.any() else ~quiet
    moved = movement(before[some], afters[:, some], areas[some])
    drawn = gathered(before[some], afters[:, some], areas[some])
    kept = contrasts_kept(painting, afters)
    wishes = _Wishes(painting, afters, by_strength)
    told = []
    for i, (after, spread) in enumerate(zip(afters, spreads, strict=True)):
        halved = spread <= HALF * was + _A_HAIR_DEGREES
        told.append(
            Judged(
                labs=after,
                spread_before=was,
                spread_after=spread,
                halved=halved,
                gathered=float(drawn[i]),
                movement=float(moved[i]),
                chroma_kept=float(chroma[i]),
                contrast_kept=float(kept[i].min()) if kept.shape[1] else 1.0,
                gives_way=(*_not_drawn(float(drawn[i]), float(moved[i])), *wishes.words(i)),
            )
        )
    return told


def _not_drawn(drawn: float, moved: float) -> list[str]:
    if drawn < DRAWS_BELOW or moved < _A_HAIR:
        return []
    return ["The colours are no nearer to each other for the chroma that is left: this only dulls."]


def keeps_hues(painting: Painting, afters: Array) -> np.ndarray:
    """Whether no passage with a hue of its own turns too far and none becomes clearer, shape (n,).

    Parameters
    ----------
    afters : array, shape (n, passages, 3)
        CIELAB of the passages in each of n harmonies.
    """
    wishes = _Wishes(painting, afters, None)
    return np.asarray(
        (np.concatenate([wishes.turned, wishes.gain], axis=1) <= 1 + _A_HAIR).all(axis=1)
    )


class _Wishes:
    """The wishes beside the half, for outcomes of shape (n, passages, 3): how far each is over its
    limit, shape (n, passages) or (n, pairs), where above 1 it gives way."""

    def __init__(self, painting: Painting, afters: Array, by_strength: Array | None) -> None:
        before, self.painting = painting.labs, painting
        was, now = lch_from_lab(before), lch_from_lab(afters)
        quiet = ~painting.accents
        self.was, self.now = was, now
        self.value = np.abs(afters[..., 0] - before[:, 0]) / (VALUE_WITHIN)
        own = quiet & (was[:, 1] >= ITSELF_FROM_CHROMA)
        turned = np.abs(turn(now[..., 2], was[:, 2])) / (MOST_TURN)
        apart = np.abs(family_places(now[..., 2]) - family_places(was[:, 2]))
        apart = np.minimum(apart, len(FAMILIES) - apart)
        another = (apart > 1) | (now[..., 1] < HUE_SEEN_FROM_CHROMA)
        self.turned = np.where(own, turned, 0.0)
        self.itself = np.where(own, np.maximum(turned, np.where(another, 2.0, 0.0)), 0.0)
        may_gain = np.maximum(MOST_GAIN * was[:, 1], LEAST_GAIN)
        self.gain = np.where(quiet, (now[..., 1] - was[:, 1]) / may_gain, 0.0)
        strength = np.zeros(now.shape[:-1]) if by_strength is None else by_strength
        self.share = np.where(quiet, strength / (MOST_BY_STRENGTH), 0.0)
        self.strength = strength
        self.kept = contrasts_kept(painting, afters)
        self.contrast = (1 - self.kept) / (1 - CONTRAST_KEPT)
        light = afters[..., 0]
        falls = (before[:, None, 0] - before[None, :, 0]) > ORDER_STEP
        turned_over = falls & (light[..., :, None] < light[..., None, :])
        self.swapped = np.asarray(turned_over.any(axis=(-2, -1)))

    def words(self, at: int) -> list[str]:
        """What gives way in one outcome, each told of the passage that it is worst for."""
        told = []
        for over, words in (
            (self.value, self._value),
            (self.itself, self._itself),
            (self.gain, self._gain),
            (self.share, self._share),
            (self.contrast, self._contrast),
        ):
            if over.shape[1] and over[at].max() > 1 + _A_HAIR:
                told.append(words(at, int(over[at].argmax())))
        if self.swapped[at]:
            told.append("Two passages change places in value.")
        return told

    def _name(self, place: int) -> str:
        return self.painting.passages[place].name

    def _value(self, at: int, place: int) -> str:
        off = self.value[at, place] * VALUE_WITHIN
        return f"The value of “{self._name(place)}” moves by L* {off:.1f}."

    def _itself(self, at: int, place: int) -> str:
        hue, chroma = self.now[at, place, 2], self.now[at, place, 1]
        was, now = families(np.array([self.was[place, 2], hue]))
        if chroma < HUE_SEEN_FROM_CHROMA:
            return f"“{self._name(place)}” loses its hue: it was {was}."
        if was == now:
            turned = abs(float(turn(hue, self.was[place, 2])))
            return f"“{self._name(place)}” turns by {turned:.0f}° of hue."
        return f"“{self._name(place)}” turns from {was} to {now}."

    def _gain(self, at: int, place: int) -> str:
        gained = self.now[at, place, 1] - self.was[place, 1]
        return f"“{self._name(place)}” becomes clearer, by {gained:.0f} of chroma."

    def _share(self, at: int, place: int) -> str:
        share = self.strength[at, place]
        return f"“{self._name(place)}” is {100 * share:.0f} % mother by strength; a fifth is usual."

    def _contrast(self, at: int, pair: int) -> str:
        accent, other = contrast_pairs(self.painting)[pair]
        kept = 100 * self.kept[at, pair]
        return (
            f"“{self._name(accent)}” keeps {kept:.0f} % of its contrast to “{self._name(other)}”."
        )
