"""How far a tube strays from its pigment: the one table behind every ± of an unmeasured paint.

What is not known of a paint is told as *doubts*: changes of log K and log S, each one standard
deviation long. The library's paints, and the prior of a calibration, take theirs from `STRAY`; a
calibration leaves what its readings leave open.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Final

import numpy as np

from mesotint.optics.grid import BANDS, WAVELENGTHS_NM, Array
from mesotint.paints.table import UNIT_KEY

STRAY: Final = (0.30, 0.22, 0.15, 0.10, 0.07, 0.05)
"""How far log K and log S stray, one standard deviation for each cosine over the wavelengths, the
constant first. Our own judgement, from memory of how makers' tubes of one pigment differ: larger,
and a ± holds more than it should; smaller, and it promises what no tube keeps."""

UNIT_STRAYS: Final = 0.4
"""How much of that titanium white strays by (our own judgement: whites are made to look alike)."""


@dataclass(frozen=True, eq=False)
class Doubts:
    """What is not known of a paint.

    Attributes
    ----------
    names : tuple of str
        What each unknown is called, once each. Paints that share an unknown move together: a
        mixture with what it is made of, or two tubes that one reading of both told of.
    moves : array, shape (unknowns, 2, 36)
        Change of log K and of log S by one standard deviation of each.
    """

    names: tuple[str, ...]
    moves: Array

    @property
    def rows(self) -> Array:
        """Each unknown's moves of K and S as one row, shape (unknowns, 72)."""
        return self.moves.reshape(len(self.moves), 2 * BANDS)


NO_DOUBTS: Final = Doubts((), np.zeros((0, 2, BANDS)))
"""Of what is known for certain, such as water."""


@cache
def stray_shapes() -> Array:
    """The cosines over the wavelengths, shape (6, 36), each as large as it usually strays."""
    along = (WAVELENGTHS_NM - WAVELENGTHS_NM[0]) / np.ptp(WAVELENGTHS_NM)
    shapes = np.cos(np.pi * np.arange(len(STRAY))[:, None] * along)
    return np.asarray(shapes * np.array(STRAY)[:, None])


@cache
def doubts_of(key: str) -> Doubts:
    """Doubts of a tube of which only the pigment is known.

    Titanium white strays less, and only in what little it absorbs: its scattering is the unit that
    all others are told in, so a white that scatters more is a box in which every other paint is
    weaker.

    Parameters
    ----------
    key : str
        What the paint is known by.
    """
    shapes = stray_shapes()
    none = np.zeros_like(shapes)
    if key == UNIT_KEY:
        moves = np.stack([UNIT_STRAYS * shapes, none], axis=1)
    else:
        moves = np.concatenate([np.stack([shapes, none], axis=1), np.stack([none, shapes], axis=1)])
    return Doubts(tuple(f"{key}/{i:02}" for i in range(len(moves))), moves)


def film_moves(
    slopes: tuple[Array, Array], shares: Array, own: tuple[Array, Array], whole: tuple[Array, Array]
) -> Array:
    """How films of mixtures change with log K and log S of one paint in them.

    Parameters
    ----------
    slopes : pair of array, shape (n, 36)
        Of the films, by log K and log S of the mixtures; see `mesotint.optics.film.film_slopes`.
    shares : array, shape (n,)
        Of the paint in each mixture, by volume.
    own : pair of array, shape (36,)
        K and S of the paint.
    whole : pair of array, shape (n, 36)
        K and S of the mixtures.

    Returns
    -------
    array, shape (n, 72)
        Slopes of reflectance, band by band, by the paint's log K and then by its log S; a row
        times one of `Doubts.rows` is what that unknown does.
    """
    # A change of one paint's log K moves the mixture's in proportion to what the paint brings.
    return np.concatenate(
        [
            slope * shares[:, None] * of_paint / of_whole
            for slope, of_paint, of_whole in zip(slopes, own, whole, strict=True)
        ],
        axis=-1,
    )


def bent(absorption: Array, scattering: Array, doubts: Doubts, by: Array) -> tuple[Array, Array]:
    """K and S of a paint, shape (36,) each, moved along its doubts by so many deviations each.

    Parameters
    ----------
    absorption : array, shape (36,)
        K of the paint as it is taken to be.
    scattering : array, shape (36,)
        S of the paint as it is taken to be.
    doubts : Doubts
        What is not known of the paint, by name and size.
    by : array, shape (doubts,)
        Deviations that each doubt is moved by.
    """
    moved = np.tensordot(by, doubts.moves, 1)
    return absorption * np.exp(moved[0]), scattering * np.exp(moved[1])


def doubts_left(jacobian: Array, own: Sequence[int], doubts: Doubts, digest: str) -> Doubts:
    """What a fit leaves open of one tube.

    The posterior covariance is the inverse of JᵀJ, the prior being among the rows. The columns of
    its Cholesky factor are independent unknowns, each one standard deviation long; the tube's rows
    of it are what they do to the tube. The other tubes of the same fit have the same ones, so that
    what one reading left open between two tubes stays between them. All are kept: what is left out
    would be promised.

    Parameters
    ----------
    jacobian : array, shape (residuals, unknowns)
        Slopes of all residuals, the priors among them, each in its standard errors.
    own : sequence of int
        Where the tube's unknowns stand, in the order of its doubts.
    doubts : Doubts
        What was not known of it before.
    digest : str
        A name for just this fit.
    """
    factor = np.linalg.cholesky(np.linalg.inv(jacobian.T @ jacobian))[own]
    does = np.flatnonzero(factor.any(axis=0))
    moves = np.tensordot(factor[:, does].T, doubts.moves, 1)
    return Doubts(tuple(f"{digest}/{i:02}" for i in does.tolist()), moves)
