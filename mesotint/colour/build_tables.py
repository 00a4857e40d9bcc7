"""Build the tables in `data/` from colour-science. Run by a developer, never by the program.

``python -m mesotint.colour.build_tables``

Sources, as carried by colour-science: CIE 015:2018 (observer, illuminants, lamps, daylight); ASTM
E2022 (weights from them); Munsell renotation of Newhall, Nickerson and Judd (1943), with the
extrapolated chips of the same tables; ASTM D1535 (whether hues of one ovoid are joined along a
line or an arc).
"""

import sys
from pathlib import Path

import numpy as np

DATA = Path(__file__).parent / "data"
ILLUMINANTS = {"D65": "D65", "D50": "D50", "A": "A", "F11": "FL11", "LED-B3": "LED-B3"}
PLANES = (0.2, 0.4, 0.6, 0.8, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10)
FAMILIES = ("R", "YR", "Y", "GY", "G", "BG", "B", "PB", "P", "RP")
CHROMAS = np.arange(0, 52, 2.0)
SUBSTEPS = 4


def tristimulus_weights() -> dict[str, np.ndarray]:
    """Weights, shape (3, 36) each: XYZ of a reflectance is its product with them."""
    import colour
    from colour.colorimetry import (
        adjust_tristimulus_weighting_factors_ASTME308 as adjusted,
    )
    from colour.colorimetry import tristimulus_weighting_factors_ASTME2022 as weights

    observer = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"]
    observer = observer.copy().align(colour.SpectralShape(360, 780, 1))
    wide, narrow = colour.SpectralShape(360, 780, 10), colour.SpectralShape(380, 730, 10)
    result = {}
    for ours, theirs in ILLUMINANTS.items():
        lamp = colour.SDS_ILLUMINANTS[theirs].copy().align(observer.shape)
        result[ours] = adjusted(weights(observer, lamp, wide), wide, narrow).T
    return result


LAMPS = {
    "tungsten": ("A",),
    "fluorescent": tuple(f"FL{number}" for number in range(1, 13)),
    "led": ("LED-B1", "LED-B2", "LED-B3", "LED-B4", "LED-B5", "LED-V1", "LED-V2"),
}


def lamp_powers() -> dict[str, np.ndarray]:
    """Relative spectral powers, shape (lamps, 36) a kind of lamp, and the three spectra that
    daylight of any colour temperature is made of, shape (3, 36).

    Each band is what a triangle of 10 nm either side of its middle takes in.
    """
    import colour

    fine = colour.SpectralShape(360, 750, 1)
    taken = np.maximum(
        0, 1 - np.abs(np.arange(360, 751)[:, None] - np.arange(380, 731, 10)[None]) / 10
    )
    taken /= taken.sum(axis=0)
    result = {}
    for kind, names in LAMPS.items():
        lamps = [colour.SDS_ILLUMINANTS[name].copy().align(fine).values @ taken for name in names]
        result[kind] = np.array([lamp / lamp.mean() for lamp in lamps])
    parts = colour.colorimetry.datasets.SDS_BASIS_FUNCTIONS_CIE_ILLUMINANT_D_SERIES
    result["daylight"] = np.array(
        [parts[name].copy().align(fine).values @ taken for name in ("S0", "S1", "S2")]
    )
    return result


def _renotation_base() -> tuple[np.ndarray, np.ndarray]:
    """Chromaticity offsets (planes, 40 hues, 26 chromas, 2) and greatest real chroma."""
    from colour.notation.datasets.munsell import MUNSELL_COLOURS_ALL, MUNSELL_COLOURS_REAL
    from colour.notation.munsell import CCS_ILLUMINANT_MUNSELL as GREY

    hues = [f"{step:g}{family}" for family in FAMILIES for step in (2.5, 5, 7.5, 10)]
    # Two real chips differ between the two tables; the table of real chips has the say.
    chips = [*MUNSELL_COLOURS_ALL, *MUNSELL_COLOURS_REAL]
    at = {(h, v, c): xyY[:2] - GREY for (h, v, c), xyY in chips}
    limit = np.zeros((len(PLANES), 40))
    for (h, v, c), _ in MUNSELL_COLOURS_REAL:
        where = PLANES.index(v), hues.index(h)
        limit[where] = max(limit[where], c)

    base = np.full((len(PLANES), 40, CHROMAS.size, 2), np.nan)
    for p, value in enumerate(PLANES):
        for h, hue in enumerate(hues):
            for c, chroma in enumerate(CHROMAS):
                if chroma == 0:
                    base[p, h, c] = 0
                elif (hue, value, chroma) in at:
                    base[p, h, c] = at[hue, value, chroma]
                elif c > 1 and not np.isnan(base[p, h, c - 1, 0]):
                    # Beyond the last chip each further step is a little shorter, so that the
                    # chromaticities stay in order and finite.
                    base[p, h, c] = base[p, h, c - 1] + 0.9 * (
                        base[p, h, c - 1] - base[p, h, c - 2]
                    )
        empty = np.isnan(base[p, :, 1, 0])
        for h in np.flatnonzero(empty):
            back = next(i for i in range(1, 40) if not empty[(h - i) % 40])
            on = next(i for i in range(1, 40) if not empty[(h + i) % 40])
            before, after = base[p, (h - back) % 40], base[p, (h + on) % 40]
            base[p, h] = before + (after - before) * back / (back + on)
    return base, limit


def renotation() -> tuple[np.ndarray, np.ndarray]:
    """Chromaticity (planes, 160 hues, 26 chromas, 2) and greatest real chroma (planes, 40 hues)."""
    from colour.notation.munsell import interpolation_method_from_renotation_ovoid as method

    base, limit = _renotation_base()
    fine = np.zeros((len(PLANES), 40 * SUBSTEPS, CHROMAS.size, 2))
    for p, value in enumerate(PLANES):
        for h in range(40):
            first, last = base[p, h], base[p, (h + 1) % 40]
            rho = np.hypot(*first.T), np.hypot(*last.T)
            phi = np.arctan2(*first.T[::-1]), np.arctan2(*last.T[::-1])
            turn = (phi[1] - phi[0] + np.pi) % (2 * np.pi) - np.pi
            for s in range(SUBSTEPS):
                t = s / SUBSTEPS
                straight = first + (last - first) * t
                angle, radius = phi[0] + turn * t, rho[0] + (rho[1] - rho[0]) * t
                arc = np.stack([radius * np.cos(angle), radius * np.sin(angle)], -1)
                number = (2.5 * (h % 4 + 1) + 2.5 * t) % 10 or 10.0
                family = FAMILIES[(h // 4 + (1 if h % 4 == 3 and t > 0 else 0)) % 10]
                code = ("B", "BG", "G", "GY", "Y", "YR", "R", "RP", "P", "PB").index(family) + 1
                for c, chroma in enumerate(CHROMAS):
                    rule = None
                    if t and chroma >= 2 and 1 <= value <= 9:
                        rule = method(np.array([number, value, chroma, code]))
                    fine[p, h * SUBSTEPS + s, c] = (arc if rule == "Radial" else straight)[c]
    return fine, limit


def main() -> None:
    """Write the tables."""
    np.savez_compressed(DATA / "tristimulus.npz", allow_pickle=False, **tristimulus_weights())
    np.savez_compressed(DATA / "lamps.npz", allow_pickle=False, **lamp_powers())
    chromaticity, limit = renotation()
    np.savez_compressed(
        DATA / "munsell.npz",
        planes=np.array(PLANES),
        chromaticity=chromaticity.astype(np.float32),
        real_chroma=limit,
    )
    sys.stdout.write(f"wrote {DATA}\n")


if __name__ == "__main__":
    main()
