"""A trail: all mixtures of two paints, from the one to the other, with white or water in them."""

from dataclasses import dataclass, replace
from functools import cached_property
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.optics.grid import Array
from mesotint.paints.library import WHITE_KEY, Paint, library

POINTS: Final = 201
LIGHTENER_MOST: Final = 500.0
WHITE_TEST_PARTS: Final = 4.0
_SCAN: Final = 385
_STEEPNESS: Final = 9.0


@dataclass(frozen=True)
class Trail:
    """The mixing line of two paints.

    Parameters
    ----------
    first, second : Paint
        The two ends; they must differ.
    lightener : float
        Parts of titanium white to one part of the pair in an opaque medium, of water in a wash;
        0 to 500.
    viewing : Viewing
        Medium, finish and light.

    Raises
    ------
    InputError
        When the ends are the same paint or the lightener is out of range.
    """

    first: Paint
    second: Paint
    lightener: float = 0.0
    viewing: Viewing = DEFAULT_VIEWING

    def __post_init__(self) -> None:
        if self.first.key == self.second.key:
            raise InputError(
                f"{self.first.name} mixed with itself stays what it is; choose another paint.",
                "second",
            )
        field = "white" if self.viewing.medium == "opaque" else "water"
        checked_amount(self.lightener, field, most=LIGHTENER_MOST)

    @cached_property
    def paints(self) -> tuple[Paint, ...]:
        """The paints of `parts`: the ends, and white where the trail holds any."""
        pair = (self.first, self.second)
        return (*pair, library().paint(WHITE_KEY)) if self._white else pair

    @property
    def _white(self) -> float:
        return self.lightener if self.viewing.medium == "opaque" else 0.0

    @property
    def water(self) -> float:
        """Parts of water to one of paint; zero in an opaque medium."""
        return self.lightener if self.viewing.medium == "wash" else 0.0

    def parts(self, share: Array) -> Array:
        """Parts by volume, shape (..., paints), at shares of the second paint in the pair."""
        share = np.asarray(share, dtype=np.float64)
        columns = [1 - share, share]
        if self._white:
            columns.append(np.full_like(share, self._white))
        return np.stack(columns, axis=-1)

    def reflectance(self, share: Array) -> Array:
        """Reflectance, shape (..., 36), computed at each share."""
        return self.viewing.reflectance(self.parts(share), self.paints, self.water)

    def lab(self, share: Array) -> Array:
        """CIELAB, shape (..., 3), computed at each share."""
        return self.viewing.lab(self.parts(share), self.paints, self.water)

    @property
    def opened(self) -> "Trail":
        """The same trail for the white test: every mixture opened with four parts of white.

        In a wash, with four parts of water. A dark mixture hides its lean until it is opened.
        """
        more = WHITE_TEST_PARTS * (1 + self.lightener)
        return replace(self, lightener=self.lightener + more)

    @cached_property
    def shares(self) -> Array:
        """201 shares of the second paint, 0 to 1, even in length along the trail in CIELAB.

        A strong paint does most of its work in its first traces, so even shares would leave gaps
        there that no straight line can bridge.
        """
        bend = np.tanh(np.linspace(-1, 1, _SCAN) * _STEEPNESS / 2) / np.tanh(_STEEPNESS / 2)
        scan = (bend + 1) / 2
        step = np.linalg.norm(np.diff(self.lab(scan), axis=0), axis=1)
        # A little of the share's own length keeps the order strict where the colour stands still.
        along = np.concatenate([[0], np.cumsum(step + 1e-3 * np.diff(scan))])
        shares: Array = np.interp(np.linspace(0, along[-1], POINTS), along, scan)
        shares[-1] = 1.0
        return shares

    @cached_property
    def labs(self) -> Array:
        """CIELAB at `shares`, shape (201, 3)."""
        return self.lab(self.shares)

    @cached_property
    def neutral_share(self) -> float:
        """Share of the second paint at which the trail comes nearest to the neutral axis."""
        chroma = np.hypot(self.labs[:, 1], self.labs[:, 2])
        at = int(np.argmin(chroma))
        low, high = self.shares[max(at - 1, 0)], self.shares[min(at + 1, POINTS - 1)]
        for _ in range(2):
            near = np.linspace(low, high, 41)
            labs = self.lab(near)
            best = int(np.argmin(np.hypot(labs[:, 1], labs[:, 2])))
            low, high = near[max(best - 1, 0)], near[min(best + 1, 40)]
        return float(near[best])
