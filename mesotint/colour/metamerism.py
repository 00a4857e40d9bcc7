"""Metamerism: two colours that match under one light and not under another.

Source: CIE 015:2018, clause 9.2.2, special metamerism index for a change of illuminant, with
CIEDE2000 as the difference and the multiplicative correction of a mismatch under the first light.
"""

import numpy as np

from mesotint.colour.colorimetry import lab_from_xyz, xyz_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.optics.grid import Array


def metameric_difference(
    first: Array, second: Array, reference: str = "D65", test: str = "A"
) -> Array:
    """CIEDE2000 under the test light that is owed to the change of light alone.

    Parameters
    ----------
    first, second : array, shape (..., 36)
        Reflectance factors.
    reference, test : str
        Lights; the second colour is corrected so that the two match under `reference`.

    Returns
    -------
    array, shape (...)
    """
    wanted, had = (xyz_from_reflectance(r, reference) for r in (first, second))
    corrected = xyz_from_reflectance(second, test) * wanted / had
    ours = lab_from_xyz(xyz_from_reflectance(first, test), test)
    return np.asarray(delta_e_2000(ours, lab_from_xyz(corrected, test)))
