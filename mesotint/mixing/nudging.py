"""Nudging: the loop by which a dark or a grey is made true.

Mix, open a little with white, or thin it over white, name the lean, add a trace of its opposite;
again until no lean an eye can name is left. Painters put in two thirds of what they think it takes,
and look (common practice).
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance, lch_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import HUE_SEEN_FROM_CHROMA
from mesotint.colour.words import lean as lean_of
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.mixing.muting.pairs import opposes
from mesotint.mixing.traces import TRACE_BELOW, one_in, touch
from mesotint.optics.film import GLAZE_THICKNESS, layered_film
from mesotint.optics.grid import Array
from mesotint.optics.kubelka_munk import mixed, opaque_reflectance
from mesotint.paints.library import Paint, library

TESTS: Final = ("white", "film")
"""How a lean is made to show: opened with much white, or as a thin film over white."""

FILM_COATS: Final = 0.1
"""How thin the film of the undertone test is, in coats of unthinned paint: one part to nine of oil
or water (from memory)."""

FIRST: Final = 2 / 3
"""Share of a lean that a nudge takes out (common practice: two thirds first, then look)."""

SHOWS_FROM: Final = 1.0
"""CIEDE2000 of the test from which an eye sees that something was added."""

MOST_NUDGES: Final = 24
_UNSEEN: Final = 0.9 * HUE_SEEN_FROM_CHROMA
_HELPS: Final = 0.85
_SCAN: Final = np.geomspace(1e-4, 3.0, 97)


@dataclass(frozen=True)
class Nudge:
    """One thing to add, and what is seen then.

    Attributes
    ----------
    paint : Paint
    volume_ml : float
        How much of it; in the units of the pile.
    share : float
        Its share of the pile once it is in.
    lean : str
        What the test leaned toward before.
    chroma : float
        Chroma of the test before.
    lab, test_lab : array, shape (3,)
        CIELAB of the pile and of its test after it.
    """

    paint: Paint
    volume_ml: float
    share: float
    lean: str
    chroma: float
    lab: Array
    test_lab: Array

    @property
    def says(self) -> str:
        """Such as: Leans green; add quinacridone rose, 1 part to 12 of the pile."""
        if self.share < TRACE_BELOW:
            much = touch(one_in(self.share))
        else:
            much = f"1 part to {(1 - self.share) / self.share:.2g} of the pile"
        return f"Leans {self.lean}; add {self.paint.name.lower()}, {much}."


@dataclass(frozen=True)
class Nudged:
    """A pile made true.

    Attributes
    ----------
    lab, test_lab : array, shape (3,)
        CIELAB of the pile as it is, and of its test.
    lean : str or None
        What the test leans toward; None where no eye sees a lean, and nothing has to be done.
    nudges : tuple of Nudge
        One after the other; each takes out two thirds of the lean, or is the least that shows.
    at_once : mapping of Paint to float
        The same as one addition, for the practised.
    pile : mapping of Paint to float
        What lies there in the end.
    left : str or None
        The lean that is left where the box has nothing against it.
    """

    lab: Array
    test_lab: Array
    lean: str | None
    nudges: tuple[Nudge, ...]
    at_once: dict[Paint, float]
    pile: dict[Paint, float]
    left: str | None


def nudged(
    pile: Mapping[Paint, float],
    box: Sequence[Paint],
    test: str = "white",
    viewing: Viewing = DEFAULT_VIEWING,
) -> Nudged:
    """The run of traces that takes the lean out of a pile.

    Parameters
    ----------
    pile : mapping of Paint to float
        Volumes of each paint in it.
    box : sequence of Paint
        What may be added; blacks and whites take no lean out.
    test : str
        One of `TESTS`.

    Raises
    ------
    InputError
        For a pile of nothing, or a test that is none.
    """
    if test not in TESTS:
        raise InputError(f"A lean shows {' or '.join(TESTS)}; choose one.", "test")
    amounts = {p: checked_amount(v, "pile") for p, v in pile.items() if v > 0}
    if not amounts:
        raise InputError("There is no pile; say what lies there.", "pile")
    tester = _Tester(test, viewing)
    now = tester.seen(amounts)
    first = now
    nudges: list[Nudge] = []
    came: dict[Paint, float] = {}
    there = dict(amounts)
    while (hue := lean_of(now)) is not None and len(nudges) < MOST_NUDGES:
        step = _step(there, now, box, tester)
        if step is None:
            break
        paint, volume = step
        there[paint] = there.get(paint, 0.0) + volume
        came[paint] = came.get(paint, 0.0) + volume
        chroma, now = float(np.hypot(*now[1:])), tester.seen(there)
        share = volume / sum(there.values())
        nudges.append(Nudge(paint, volume, share, hue, chroma, _lab(there, viewing), now))
    return Nudged(
        _lab(amounts, viewing), first, lean_of(first), tuple(nudges), came, there, lean_of(now)
    )


def _lab(pile: Mapping[Paint, float], viewing: Viewing) -> Array:
    return viewing.lab(np.array(list(pile.values())), list(pile))


def _step(
    pile: Mapping[Paint, float], test_lab: Array, box: Sequence[Paint], tester: "_Tester"
) -> tuple[Paint, float] | None:
    """The paint that takes most of a lean out, and the smallest useful amount of it."""
    chroma, angle = lch_from_lab(test_lab).tolist()[1:]
    against = [paint for paint in box if opposes(paint, angle)]
    if not against:
        return None
    whole = sum(pile.values())
    labs = tester.with_more(pile, against, _SCAN * whole)
    left = np.hypot(labs[..., 1], labs[..., 2])
    # Two thirds of the lean first; of those that take it, the paint of which least is needed.
    wanted = max(_UNSEEN, chroma * (1 - FIRST))
    enough = left < wanted
    need = np.where(enough.any(axis=1), _SCAN[enough.argmax(axis=1)], np.inf)
    if np.isinf(need).all():
        row = int(left.min(axis=1).argmin())
        if left[row].min() > _HELPS * chroma:
            return None
        return against[row], float(_SCAN[left[row].argmin()]) * whole
    row = int(need.argmin())
    shows = delta_e_2000(labs[row], test_lab) >= SHOWS_FROM
    least = float(_SCAN[int(shows.argmax())]) if shows.any() else 0.0
    return against[row], max(float(need[row]), min(least, _unseen_at(left[row]))) * whole


def _unseen_at(left: Array) -> float:
    """The least amount from which no lean is seen; none where there is no such amount."""
    gone = left < _UNSEEN
    return float(_SCAN[int(gone.argmax())]) if gone.any() else 0.0


class _Tester:
    """How a pile looks in the test of its lean."""

    def __init__(self, test: str, viewing: Viewing) -> None:
        self.test, self.viewing = test, viewing

    def of(self, k: Array, s: Array) -> Array:
        """CIELAB of tests, shape (..., 3), of piles whose K and S are known, shape (..., 36)."""
        viewing = self.viewing
        if self.test == "film":
            white = library().white
            ground = opaque_reflectance(white.absorption, white.scattering)
            layer = [(k, s, FILM_COATS * GLAZE_THICKNESS)]
            return lab_from_reflectance(layered_film(layer, ground, viewing.finish), viewing.light)
        return viewing.lab_of_film(viewing.opened_film_of(k, s))

    def seen(self, pile: Mapping[Paint, float]) -> Array:
        """CIELAB of the test of a pile, shape (3,)."""
        return self.of(*_optics(pile))

    def with_more(
        self, pile: Mapping[Paint, float], paints: Sequence[Paint], amounts: Array
    ) -> Array:
        """CIELAB of the tests, shape (paints, amounts, 3), with each amount of each paint more."""
        whole = sum(pile.values())
        k, s = _optics(pile)
        more = amounts[None, :, None]
        after = [
            (whole * was + more * np.array(added)[:, None]) / (whole + more)
            for was, added in (
                (k, [p.absorption for p in paints]),
                (s, [p.scattering for p in paints]),
            )
        ]
        return self.of(*after)


def _optics(pile: Mapping[Paint, float]) -> tuple[Array, Array]:
    amounts = np.array(list(pile.values())) / sum(pile.values())
    return (
        mixed(amounts, np.array([p.absorption for p in pile])),
        mixed(amounts, np.array([p.scattering for p in pile])),
    )
