"""How far to trust a predicted mixture: a ± in CIEDE2000 from what is not known of its paints."""

from collections import Counter
from collections.abc import Sequence

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance, lab_slopes
from mesotint.colour.difference import difference_axes
from mesotint.mixing.mixture import Viewing
from mesotint.optics.film import film_slopes
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.paints.stray import film_moves


def uncertainty(
    viewing: Viewing, parts: Array, paints: Sequence[Paint], water: float | Array = 0.0
) -> Array:
    """Standard uncertainty of the colours of mixtures.

    The unknowns are independent of each other; what one standard deviation of each does to the
    colour, on the slope of the film, is added in squares (JCGM 100:2008, clause 5.1.2).

    Parameters
    ----------
    parts : array, shape (..., paints)
    water : float or array, shape (...)
        Parts of water to one of paint, in a wash.

    Returns
    -------
    array, shape (...)
        CIEDE2000, one standard deviation.
    """
    parts = np.asarray(parts, dtype=np.float64)
    shape, parts = parts.shape[:-1], parts.reshape(-1, len(paints))
    volume = parts.sum(axis=1, keepdims=True)
    if viewing.medium == "wash":
        volume = volume * (1 + np.broadcast_to(water, shape).reshape(-1, 1))
    shares = parts / volume
    absorption, scattering = (
        shares @ np.array([getattr(paint, name) for paint in paints])
        for name in ("absorption", "scattering")
    )
    film = viewing.film_of(absorption, scattering)
    slopes = film_slopes(viewing.film_of, absorption, scattering)
    to_lab = lab_slopes(film, viewing.light)
    to_delta_e = difference_axes(lab_from_reflectance(film, viewing.light)) @ to_lab
    to_delta_e = to_delta_e.astype(np.float32)
    squares = np.zeros(len(parts))
    known = Counter(name for paint in paints for name in paint.doubts.names)
    place = {name: i for i, name in enumerate(n for n, count in known.items() if count > 1)}
    together = np.zeros((len(parts), 3, len(place)))
    for share, paint in zip(shares.T, paints, strict=True):
        held = np.flatnonzero(share)
        moves = film_moves(
            (slopes[0][held], slopes[1][held]),
            share[held],
            (paint.absorption, paint.scattering),
            (absorption[held], scattering[held]),
        )
        # float32 is far finer than a ± has to be.
        twice = np.concatenate([to_delta_e[held], to_delta_e[held]], axis=-1)
        off = (twice * moves.astype(np.float32)[:, None]) @ paint.doubts.rows.T.astype(np.float32)
        # What several paints have in common is added before it is squared.
        common = np.array([name in place for name in paint.doubts.names], dtype=bool)
        squares[held] += (off[..., ~common] ** 2).sum(axis=(1, 2))
        at = [place[name] for name in paint.doubts.names if name in place]
        together[held[:, None], :, at] += np.swapaxes(off[..., common], 1, 2)
    squares += (together**2).sum(axis=(1, 2))
    return np.asarray(np.sqrt(squares).reshape(shape))
