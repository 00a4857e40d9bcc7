"""Mixing and notation in arrays, beside colour-science in the same run; the cold start; the fit."""

import contextlib
import subprocess
import sys
import time
import warnings

import numpy as np

from bench.timing import Figure, above, below, median_ms

MIXTURES = 100_000
SAMPLES_OF_REFERENCE = 400
NOTATIONS = 10_000
NOTATIONS_OF_REFERENCE = 30
READ_BY_REFERENCE = 500


def mixing() -> list[Figure]:
    """Three-paint mixtures to CIELAB, and colour-science's integration of as many spectra."""
    import colour

    from mesotint.mixing.mixture import Viewing
    from mesotint.paints.library import library

    paints = [library().paint(key) for key in ("PY3", "PV23", "PW6")]
    parts = np.random.default_rng(1).random((MIXTURES, 3))
    viewing = Viewing()

    def rate_in(kind: type) -> float:
        return MIXTURES / median_ms(lambda: viewing.lab_in_bulk(parts, paints, 0.0, kind), 9) * 1e3

    ours = {kind: rate_in(kind) for kind in (np.float64, np.float32)}
    shape = colour.SpectralShape(380, 730, 10)
    observer = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"].copy().align(shape)
    lamp = colour.SDS_ILLUMINANTS["D65"].copy().align(shape)
    spectra = viewing.reflectance(parts, paints)

    def arrays() -> None:
        colour.msds_to_XYZ(spectra, observer, lamp, method="Integration", shape=shape)

    few = colour.MultiSpectralDistributions(spectra[:SAMPLES_OF_REFERENCE].T, shape.wavelengths)

    def documented() -> None:
        colour.msds_to_XYZ(few, observer, lamp, method="Integration")

    whole = SAMPLES_OF_REFERENCE / median_ms(documented, runs=3, warm=1) * 1e3
    bare = MIXTURES / median_ms(arrays, runs=7) * 1e3
    rate = "three-paint mixtures to Lab, 100,000 at once, one core"
    fast = ours[np.float32]
    return [
        above(f"{rate}, float64", ours[np.float64], "per s", 1e6),
        above(f"{rate}, float32", fast, "per s", 1e6),
        above("… to colour-science integrating MultiSpectralDistributions", fast / whole, "×", 20),
        above("… to colour-science's bare array product", fast / bare, "×", 20),
    ]


def munsell() -> list[Figure]:
    """Munsell from CIELAB, colour-science on some of the same colours; the ways back."""
    import colour
    from colour.notation.datasets.munsell import MUNSELL_COLOURS_REAL
    from colour.notation.munsell import xyY_to_munsell_specification

    from mesotint.colour.colorimetry import lab_from_xyz
    from mesotint.colour.difference import delta_e_2000
    from mesotint.colour.munsell import lab_from_munsell, munsell_from_lab, notation, parse

    random = np.random.default_rng(2)
    lab = lab_from_xyz(colour.sRGB_to_XYZ(random.uniform(0.05, 0.95, (NOTATIONS, 3))) * 100)
    ours = NOTATIONS / median_ms(lambda: munsell_from_lab(lab), runs=7) * 1e3

    chips = np.array([parse(f"{h} {v:g}/{c:g}") for (h, v, c), _ in MUNSELL_COLOURS_REAL])
    real = lab_from_munsell(chips)
    again = np.array([parse(notation(m)) for m in munsell_from_lab(real)[0]])
    back = delta_e_2000(real, lab_from_munsell(again))

    across = _read_by_colour_science(lab)
    wanted = random.choice(len(chips), NOTATIONS_OF_REFERENCE, replace=False)
    xyy = np.array([MUNSELL_COLOURS_REAL[i][1] for i in wanted]) * [1, 1, 0.01]
    done = 0
    began = time.perf_counter()
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        for row in xyy:
            try:
                xyY_to_munsell_specification(row)
                done += 1
            except (RuntimeError, ValueError, AssertionError):
                continue
    theirs = done / (time.perf_counter() - began)
    return [
        above("Munsell from Lab, arrays of 10,000, one core", ours, "per s", 1e5),
        above("… to colour-science on real chips", ours / theirs, "×", 1e4),
        below("notation → colour → notation, median", float(np.median(back)), "ΔE00", 0.3),
        below("… worst of 2,734 real chips", float(back.max()), "ΔE00", 1.0),
        below(
            "our notation of 500 screen colours, read by colour-science, median",
            across,
            "ΔE00",
            0.5,
        ),
    ]


def _read_by_colour_science(lab: np.ndarray) -> float:
    """Median CIEDE2000 of colours from what colour-science makes of our notations of them."""
    import colour

    from mesotint.colour.colorimetry import lab_from_xyz
    from mesotint.colour.difference import delta_e_2000
    from mesotint.colour.munsell import munsell_from_lab, notation

    whites = colour.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]
    munsell, extrapolated = munsell_from_lab(lab)
    kept, read = [], []
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        for i in np.flatnonzero(~extrapolated & (munsell[:, 1] < 9)).tolist():
            # It knows no colour that lacks a neighbour among the chips.
            with contextlib.suppress(ValueError, AssertionError):
                read.append(colour.munsell_colour_to_xyY(notation(munsell[i])))
                kept.append(i)
            if len(kept) == READ_BY_REFERENCE:
                break
    adapted = colour.chromatic_adaptation(
        colour.xyY_to_XYZ(np.array(read)),
        colour.xy_to_XYZ(whites["C"]),
        colour.xy_to_XYZ(whites["D65"]),
        transform="Bradford",
    )
    return float(np.median(delta_e_2000(lab[kept], lab_from_xyz(adapted * 100))))


def library() -> list[Figure]:
    """How near the fitted paints are to the table, and how many facts hold."""
    from mesotint.colour.colorimetry import lab_from_lch
    from mesotint.colour.difference import delta_e_2000
    from mesotint.mixing.mixture import Viewing
    from mesotint.paints.facts import STEERING, misses, trade_facts
    from mesotint.paints.fit import mixer
    from mesotint.paints.library import WHITE_KEY
    from mesotint.paints.library import library as paint_library
    from mesotint.paints.table import TINT_WHITE_PARTS, paint_table

    paints, table, viewing = paint_library().paints, paint_table(), Viewing()
    white = paints[WHITE_KEY]
    figures = []
    for which, opened in (("masstone", 0.0), ("tint", TINT_WHITE_PARTS)):
        wanted = lab_from_lch(np.array([getattr(row, f"{which}_lch") for row in table.values()]))
        got = [viewing.lab(np.array([1.0, opened]), [paints[key], white]) for key in table]
        gap = delta_e_2000(np.array(got), wanted)
        figures += [
            below(f"ΔE00 of {len(table)} {which}s, mean", float(gap.mean()), "ΔE00", 2.0),
            below("… worst", float(gap.max()), "ΔE00", 5.0),
        ]
    lab_of = mixer(
        {key: p.absorption for key, p in paints.items()},
        {key: p.scattering for key, p in paints.items()},
    )
    holding = sum(not any(misses(fact, lab_of)) for fact in trade_facts())
    figures += [
        above("facts of the trade that hold", holding, "of 28", len(trade_facts())),
        below("… of which steer the fit", len(STEERING), "of 28", len(trade_facts()) / 2 + 0.5),
    ]
    return figures


def cold_start() -> list[Figure]:
    """Importing the core and mixing once, in a fresh process."""
    code = "import mesotint.cli as c; c.main(['mix', 'PY3=9', 'PV23=1', '--json'])"

    def act() -> None:
        subprocess.run([sys.executable, "-c", code], capture_output=True, check=True)

    return [
        below("cold process: import the core and mix once", median_ms(act, 7, 1) / 1e3, "s", 1.0)
    ]


SUITES = (library, mixing, munsell, cold_start)
