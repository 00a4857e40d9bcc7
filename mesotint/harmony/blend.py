"""The passages of a painting with a mother colour in them: what they hold, and how they look."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from mesotint.harmony.painting import Painting
from mesotint.mixing.mixture import Viewing
from mesotint.mixing.value import amount_to_hold
from mesotint.optics.grid import BANDS, Array
from mesotint.paints.library import Paint


@dataclass(frozen=True)
class Blend:
    """Passages with mothers in them.

    Attributes
    ----------
    viewing : Viewing
    absorption, scattering : array, shape (mothers, passages, n, 36)
    amount : array, shape (mothers, passages, n)
        How much was added to one part of each to hold its value.
    lighten : array of bool, shape (mothers, passages, n)
        Whether that is the lightener, and not the dark.
    """

    viewing: Viewing
    absorption: Array
    scattering: Array
    amount: Array
    lighten: np.ndarray

    @property
    def labs(self) -> Array:
        """CIELAB, shape (mothers, passages, n, 3)."""
        return self.viewing.lab_of_film(self.viewing.film_of(self.absorption, self.scattering))

    @property
    def opened_labs(self) -> Array:
        """CIELAB in the white test, shape (mothers, passages, n, 3)."""
        films = self.viewing.opened_film_of(self.absorption, self.scattering)
        return self.viewing.lab_of_film(films)


def blended(
    painting: Painting,
    mothers: Sequence[Paint],
    shares: Array,
    dark: Paint | None = None,
    lightness: Array | None = None,
    dtype: type = np.float64,
) -> Blend:
    """Passages with each of some mothers in them.

    Parameters
    ----------
    shares : array, shape (passages, n)
        Of each mother, by volume, 0 to 1.
    dark : Paint, optional
        What darkens, where each passage is to be brought back to its L*; values are not held
        where none is given.
    lightness : array, shape (passages,), optional
        L* that values are held at; those of the painting where none are given.
    dtype : type
        float64, or float32 where very many are swept.
    """
    viewing, light = painting.viewing, painting.viewing.lightener
    share: Array = np.asarray(shares, dtype=dtype)[..., None]
    absorption, scattering = (
        (1 - share) * mine.astype(dtype)[:, None]
        + share * np.array(theirs, dtype=dtype).reshape(-1, 1, 1, BANDS)
        for mine, theirs in zip(
            painting.optics,
            ([m.absorption for m in mothers], [m.scattering for m in mothers]),
            strict=True,
        )
    )
    amount: Array = np.zeros(absorption.shape[:-1])
    if dark is None:
        return Blend(viewing, absorption, scattering, amount, amount > 0)
    wanted = painting.labs[:, 0] if lightness is None else lightness
    amount, lighten = amount_to_hold(absorption, scattering, wanted[:, None], light, dark, viewing)
    parts: Array = amount[..., None].astype(dtype)
    white = lighten[..., None]
    more_k, more_s = (
        np.where(white, lighter.astype(dtype), darker.astype(dtype))
        for lighter, darker in (
            (light.absorption, dark.absorption),
            (light.scattering, dark.scattering),
        )
    )
    return Blend(
        viewing,
        viewing.with_more(absorption, more_k, parts),
        viewing.with_more(scattering, more_s, parts),
        amount,
        lighten,
    )
