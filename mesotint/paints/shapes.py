"""Absorption shapes: a paint's K and S spectra from a handful of positions, widths and strengths.

The shapes are those of the reference table (edges and bands). A fit may bend them: each unknown
is a departure from the table's guess in units of its prior, so that zero is the guess itself.
"""

import json
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from mesotint.optics.grid import WAVELENGTHS_NM, Array

SCATTERING_PRIOR = 0.35
UNIT_PRIOR = 0.005
"""Prior of the titanium white, whose scattering is the unit of all others."""

SLOPE_PRIOR = 0.15
FLOOR_PRIOR = 0.8
AMPLITUDE_PRIOR = 0.8
POSITION_PRIOR_NM = 8.0
WIDTH_PRIOR = 0.25
BEND_PRIOR = 0.2
BEND_CENTRES_NM = np.arange(400.0, 721.0, 40.0)
BEND_WIDTH_NM = 30.0
_BENDS = np.exp(-(((WAVELENGTHS_NM[:, None] - BEND_CENTRES_NM) / BEND_WIDTH_NM) ** 2) / 2)
_EXPONENT_LIMIT = 60.0


@dataclass(frozen=True)
class Shape:
    """Guess of one paint's absorption and scattering, ready to be bent by a fit.

    `gauge` multiplies both, K and S alike.
    """

    scattering: float
    floor: float
    features: str
    scattering_prior: float = SCATTERING_PRIOR
    gauge: float = 1.0

    @cached_property
    def _table(self) -> Array:
        """Rows of (is_edge, position_nm, width_nm, strength)."""
        rows = [
            (1.0, f["edge_nm"], f["width_nm"], f["k"])
            if "edge_nm" in f
            else (0.0, f["band_nm"], f["sigma_nm"], f["k"])
            for f in json.loads(self.features)
        ]
        return np.array(rows, dtype=np.float64)

    @cached_property
    def unknowns(self) -> int:
        """How many departures the shape takes."""
        return int(3 + BEND_CENTRES_NM.size + 3 * len(self._table))

    def spectra(self, departures: Array) -> tuple[Array, Array]:
        """K and S, each shape (36,), for departures of shape (unknowns,) from the guess.

        Parameters
        ----------
        departures : array, shape (unknowns,)
            From the guess, each in its own prior deviations.
        """
        bends, rest = (
            departures[3 : 3 + BEND_CENTRES_NM.size],
            departures[3 + BEND_CENTRES_NM.size :],
        )
        dpos, dwidth, damp = rest.reshape(3, -1)
        is_edge, position, width, strength = self._table.T
        position = position + POSITION_PRIOR_NM * dpos
        width = width * np.exp(WIDTH_PRIOR * dwidth)
        strength = strength * np.exp(AMPLITUDE_PRIOR * damp)
        offset = (WAVELENGTHS_NM[:, None] - position) / width
        edge = 1 / (1 + np.exp(np.clip(offset, -_EXPONENT_LIMIT, _EXPONENT_LIMIT)))
        band = np.exp(-np.minimum(offset**2 / 2, _EXPONENT_LIMIT))
        absorbed = np.where(is_edge > 0, edge, band) @ strength
        floor = self.floor * np.exp(FLOOR_PRIOR * departures[1])
        absorption = self.gauge * (floor + absorbed) * np.exp(BEND_PRIOR * (_BENDS @ bends))
        slope = (WAVELENGTHS_NM / 560.0) ** (-SLOPE_PRIOR * departures[2])
        scattering = self.scattering * np.exp(self.scattering_prior * departures[0]) * slope
        return absorption, self.gauge * scattering
