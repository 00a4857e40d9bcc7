"""A colorimeter: the interface a real one would stand behind, and a simulated one.

The simulated one has a real one's ways: it must read its white tile before anything else, and
again after a while; it drifts while it warms up; each reading has noise, which an average lessens.
Time is handed to it, so that it needs no clock. Its figures are our own, after hand-held
instruments as we remember them.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final, Protocol

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.optics.grid import WAVELENGTHS_NM, Array
from mesotint.paints.library import Paint

NOISE: Final = 0.15
"""Root mean square of one reading's noise, in CIELAB."""

TILE_LASTS_S: Final = 900.0
"""How long a reading of the white tile holds."""

WARM_UP_S: Final = 240.0
COLD_DRIFT: Final = (-0.9, 0.1, 0.5)
"""How far a cold instrument is off in L*, a*, b*; it dies away as the instrument warms."""

MOST_READINGS: Final = 20
STRAYS_BY: Final = math.log(1.3)
"""How far K and S of a simulated tube stray from its pigment's, at the most."""


@dataclass(frozen=True)
class Measurement:
    """An average of readings: CIELAB (D65, 2°), how many there were, and their spread.

    `spread` is the root mean square of their distances from the average, in CIELAB.
    """

    lab: Array
    count: int
    spread: float


class Colorimeter(Protocol):
    """What the program asks of any colorimeter."""

    def with_tile(self, now_s: float) -> "Colorimeter":
        """The instrument once it has read its white tile.

        Parameters
        ----------
        now_s : float
            Seconds by a clock that only runs forward.
        """

    def measure(
        self, lab: Array, now_s: float, count: int, rng: np.random.Generator
    ) -> Measurement:
        """An average of readings of what lies under it; `InputError` where it cannot read.

        Parameters
        ----------
        lab : array, shape (3,)
            CIELAB of what lies under it.
        now_s : float
            Seconds by a clock that only runs forward.
        count : int
            How many readings are taken and averaged, 1 or more.
        """


@dataclass(frozen=True)
class SimulatedColorimeter:
    """The state of a simulated colorimeter.

    Attributes
    ----------
    switched_on_s : float
        When it was switched on, in seconds of any clock.
    tile_s : float or None
        When it last read its white tile; None before it has.
    """

    switched_on_s: float
    tile_s: float | None = None

    def with_tile(self, now_s: float) -> "SimulatedColorimeter":
        """The instrument once it has read its white tile, which takes out its drift until then.

        Parameters
        ----------
        now_s : float
            Seconds by a clock that only runs forward.
        """
        return replace(self, tile_s=now_s)

    def tile_left_s(self, now_s: float) -> float:
        """Seconds for which the tile's reading still holds; 0 where it does not.

        Parameters
        ----------
        now_s : float
            Seconds by a clock that only runs forward.
        """
        if self.tile_s is None:
            return 0.0
        return max(0.0, TILE_LASTS_S - (now_s - self.tile_s))

    def drift(self, now_s: float) -> Array:
        """What it is off by, shape (3,): the drift since the tile was read.

        Parameters
        ----------
        now_s : float
            Seconds by a clock that only runs forward.
        """
        since = self.switched_on_s if self.tile_s is None else self.tile_s
        return self._cold(now_s) - self._cold(since)

    def _cold(self, at_s: float) -> Array:
        warm = math.exp(-max(0.0, at_s - self.switched_on_s) / WARM_UP_S)
        return np.array(COLD_DRIFT) * warm

    def measure(
        self, lab: Array, now_s: float, count: int, rng: np.random.Generator
    ) -> Measurement:
        """An average of readings.

        Parameters
        ----------
        lab : array, shape (3,)
            What truly lies under the instrument.
        count : int
            1 to 20 readings.

        Raises
        ------
        InputError
            Where the white tile has not been read, or too long ago; or for a number of readings
            that cannot be had.
        """
        if self.tile_s is None:
            raise InputError(
                "The instrument has not read its white tile; lay it on the tile first.",
                "instrument",
            )
        if self.tile_left_s(now_s) <= 0:
            raise InputError(
                f"The instrument read its white tile more than {TILE_LASTS_S / 60:.0f} minutes "
                "ago; lay it on the tile again.",
                "instrument",
            )
        if not 1 <= count <= MOST_READINGS:
            raise InputError(f"Take 1 to {MOST_READINGS} readings.", "count")
        noise = rng.normal(0.0, NOISE / math.sqrt(3), (count, 3))
        readings = np.asarray(lab) + self.drift(now_s) + noise
        mean = readings.mean(axis=0)
        spread = float(np.sqrt(((readings - mean) ** 2).sum(axis=1).mean()))
        return Measurement(mean, count, spread)


def hidden_tube(paint: Paint, seed: int) -> Paint:
    """The real tube of a simulated painter: its K and S stray smoothly, by up to 30 %.

    The same seed always makes the same tube.

    Parameters
    ----------
    seed : int
        The same seed gives the same tube.
    """
    random = np.random.default_rng(seed)
    along = (WAVELENGTHS_NM - WAVELENGTHS_NM[0]) / np.ptp(WAVELENGTHS_NM)

    def strayed(spectrum: Array) -> Array:
        waves = [
            random.uniform(-1, 1) * np.cos(np.pi * order * along + random.uniform(0, 2 * np.pi))
            for order in range(4)
        ]
        bend = np.sum(waves, axis=0)
        bend *= random.uniform(0.3, 1) * STRAYS_BY / max(float(np.abs(bend).max()), 1e-9)
        return np.asarray(spectrum * np.exp(bend))

    return replace(
        paint, absorption=strayed(paint.absorption), scattering=strayed(paint.scattering)
    )


def drawdown(paint: Paint, white: Paint, white_parts: float) -> Array:
    """CIELAB of an opaque drawdown of a tube, alone or let into white, shape (3,).

    Parameters
    ----------
    white : Paint
        What it is drawn down with.
    white_parts : float
        Parts of white to one of the paint; 0 for the masstone.
    """
    paints: Sequence[Paint] = (paint, white)
    return DEFAULT_VIEWING.lab(np.array([1.0, white_parts]), paints)
