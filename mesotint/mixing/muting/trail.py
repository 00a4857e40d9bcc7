"""A trail: all mixtures of two paints, from the one to the other.

White or water may be in them all; a third paint may bend it; a lightness may be held along it.
"""

from dataclasses import dataclass, replace
from functools import cached_property
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import EYE_TELLS, miss_in_words
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount, merged
from mesotint.mixing.value import hold_value
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

POINTS: Final = 201
LIGHTENER_MOST: Final = 500.0
THIRD_MOST: Final = 50.0
_SCAN: Final = 385
_STEEPNESS: Final = 9.0
_LEAST_SHARE: Final = 1e-4


def tapered(share: Array, grey: float | Array) -> Array:
    """How much of a third paint is in at a share of a trail: 1 where the pair alone is nearest to
    grey, falling evenly to 0 at both ends.

    Parameters
    ----------
    share : array
        Shares of the second paint in the pair, 0 to 1.
    grey : float or array that broadcasts
        Where the pair alone is nearest to grey; an end counts as just inside it.
    """
    grey = np.clip(grey, _LEAST_SHARE, 1 - _LEAST_SHARE)
    return np.asarray(np.minimum(share / grey, (1 - share) / (1 - grey)))


@dataclass(frozen=True)
class Third:
    """A third paint that bends a trail, such as one that takes out its lean.

    `parts` is how much of it stands to one part of the pair where the pair is nearest to grey;
    from there it falls away evenly to nothing at both ends, which stay pure.
    """

    paint: Paint
    parts: float


@dataclass(frozen=True)
class Hold:
    """A lightness that every mixture of a trail is brought to.

    The medium's lightener (white, or water in a wash) lightens, and `dark` darkens.
    """

    lightness: float
    dark: Paint


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
    third : Third, optional
        A paint that bends the trail; neither of the ends.
    hold : Hold, optional
        A lightness to hold; the trail then takes no fixed lightener.

    Raises
    ------
    InputError
        When the ends are the same paint, or the lightener, the third paint or the held lightness
        cannot be had.
    """

    first: Paint
    second: Paint
    lightener: float = 0.0
    viewing: Viewing = DEFAULT_VIEWING
    third: Third | None = None
    hold: Hold | None = None

    def __post_init__(self) -> None:
        if self.first.key == self.second.key:
            raise InputError(
                f"{self.first.name} mixed with itself stays what it is; choose another paint.",
                "second",
            )
        field = "white" if self.viewing.medium == "opaque" else "water"
        checked_amount(self.lightener, field, most=LIGHTENER_MOST)
        if self.third is not None:
            if self.third.paint.key in (self.first.key, self.second.key):
                raise InputError(
                    f"{self.third.paint.name} is in the pair already; choose another paint.",
                    "third",
                )
            checked_amount(self.third.parts, "third", most=THIRD_MOST)
        if self.hold is not None:
            checked_amount(self.hold.lightness, "hold", most=100)

    @cached_property
    def _columns(self) -> tuple[Paint, ...]:
        """Paint of each column that `_amounts` fills; one may stand in several."""
        pair = [self.first, self.second]
        third = [self.third.paint] if self.third else []
        if self.hold:
            return (*pair, *third, self.viewing.lightener, self.hold.dark)
        return (*pair, *third, *([self.viewing.lightener] if self.lightener else []))

    @cached_property
    def paints(self) -> tuple[Paint, ...]:
        """The paints of `parts`, each once: the ends, then what is mixed into all of them."""
        return tuple({paint.key: paint for paint in self._columns}.values())

    def _amounts(self, share: Array) -> Array:
        columns = [1 - share, share]
        if self.third:
            grey = replace(self, third=None, hold=None).neutral_share
            columns.append(self.third.parts * tapered(share, grey))
        if self.lightener and not self.hold:
            columns.append(np.full_like(share, self.lightener))
        amounts = np.stack(columns, axis=-1)
        if not self.hold:
            return amounts
        paints = self._columns[: amounts.shape[-1]]
        flat = amounts.reshape(-1, len(paints))
        held = hold_value(
            flat,
            paints,
            self.hold.lightness,
            self.viewing.lightener,
            self.hold.dark,
            self.viewing,
        )
        return held.parts.reshape(*share.shape, -1)

    def parts(self, share: Array) -> Array:
        """Parts by volume, shape (..., paints), at shares of the second paint in the pair.

        Parameters
        ----------
        share : array, shape (...)
            Of the second paint in the pair, 0 to 1.
        """
        amounts = self._amounts(np.asarray(share, dtype=np.float64))
        return merged(self._columns, amounts)[1]

    def reflectance(self, share: Array) -> Array:
        """Reflectance, shape (..., 36), computed at each share.

        Parameters
        ----------
        share : array, shape (...)
            Of the second paint in the pair, 0 to 1.
        """
        return self.viewing.reflectance(self.parts(share), self.paints)

    def lab(self, share: Array) -> Array:
        """CIELAB, shape (..., 3), computed at each share.

        Parameters
        ----------
        share : array, shape (...)
            Of the second paint in the pair, 0 to 1.
        """
        return self.viewing.lab(self.parts(share), self.paints)

    def opened_lab(self, share: Array) -> Array:
        """CIELAB of the white test at each share, shape (..., 3).

        Parameters
        ----------
        share : array, shape (...)
            Of the second paint in the pair, 0 to 1.
        """
        return self.viewing.opened_lab(self.parts(share), self.paints)

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

    @property
    def miss(self) -> str:
        """How near the trail comes to grey and which way it leans, in words."""
        at = self.lab(np.array([self.neutral_share, 0.0, 1.0]))
        to_ends = delta_e_2000(at[0], at[1:])
        end = (self.first, self.second)[int(to_ends.argmin())].name.lower()
        return miss_in_words(at[0], end if to_ends.min() < EYE_TELLS else "")

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
