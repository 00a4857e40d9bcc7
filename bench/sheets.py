"""Sheets read off photographs: how much better unmeasured mixtures are known, and how fast.

Sheets are painted and photographed by the simulated painter and camera. The reading was tuned on
made-up sensitivities; it is judged on the measured cameras that colour-science carries.
"""

import time
from collections.abc import Callable
from concurrent.futures import ProcessPoolExecutor
from functools import partial

import numpy as np

from bench.timing import Figure, above, below
from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.smoothest import smoothest_reflectance
from mesotint.errors import InputError
from mesotint.instruments.camera import (
    Camera,
    Shot,
    painted_sheet,
    photograph,
    tubes_that_stray,
)
from mesotint.mixing.ground import ground_lab
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.trust import uncertainty
from mesotint.painted.found import flat_page
from mesotint.painted.layout import Box, Grey, Marker, Markers, Rectangle, SheetLayout
from mesotint.painted.read import read_sheet
from mesotint.paints.library import library
from mesotint.pictures.camera import made_up_lights
from mesotint.pictures.taken import read_pixels

PAIRS = (
    ("PO20", "PB29"), ("PY3", "PV23"), ("PR101", "PB15:3"), ("PR122", "PG18"), ("PO20", "PB28"),
    ("PR254", "PG7"), ("PY83", "PB60"), ("PBr7-burnt-sienna", "PB29"),
)  # fmt: skip
SHEETS = 40
JUDGED = 200
HAND = 0.05
FOUND = 200
PRINTERS = (0.015, 0.09)
"""Reflectance of printed black, from the best of printers to a tired one (from memory)."""

PAPER = smoothest_reflectance(np.array(ground_lab("bright white")))


def layout_of(pair: tuple[str, str], greys: bool, boxes: int = 19) -> SheetLayout:
    """Nine steps, the same opened with four parts of white, and white; or more of the same."""
    white = library().white.key
    rows = [{pair[0]: 8.0 - i, pair[1]: float(i)} for i in range(9)]
    rows += [{**row, white: 32.0} for row in rows] + [{white: 1.0}]
    rows = (rows + [{**row, white: 8.0} for row in rows])[:boxes]
    places = []
    for i, row in enumerate(rows):
        down, across = divmod(i, 5)
        at = Rectangle(25 + across * 33, 36 + down * 36, 27, 28)
        held = {key: part for key, part in row.items() if part > 0}
        places.append(Box(str(i + 1), at, held, f"Box {i + 1}"))
    corners = ((15, 15), (195, 15), (195, 282), (15, 282))
    strip = [
        Grey(Rectangle(50 + 20 * i, 272, 16, 9), v)
        for i, v in enumerate((0.75, 0.5, 0.33, 0.2, 0.1))
    ]
    markers = Markers([Marker(40 + i, at) for i, at in enumerate(corners)])
    return SheetLayout((210, 297), markers, places, greys=strip if greys else ())


def measured_cameras() -> list[np.ndarray]:
    """Sensitivities that were measured, shape (3, 36) each, as colour-science carries them."""
    import colour

    shape = colour.SpectralShape(380, 730, 10)
    return [
        np.clip(each.copy().align(shape).values.T, 0, None)
        for each in colour.MSDS_CAMERA_SENSITIVITIES.values()
    ]


def _sheet(
    seed: int, cameras: list[np.ndarray], kinds: tuple[str, ...], greys: bool, worse: bool = False
) -> list[float]:
    """Mean error of mixtures before and after, the share within the ±, and that of the patches."""
    rng = np.random.default_rng(7000 + seed)
    pair = PAIRS[seed % len(PAIRS)]
    layout = layout_of(pair, greys)
    paints = [*(library().paint(key) for key in pair), library().white]
    tubes = tubes_that_stray(paints, rng)
    keys = [paint.key for paint in paints]
    kind = kinds[(seed // len(cameras)) % len(kinds)]
    camera = Camera.of(cameras[seed % len(cameras)], made_up_lights(rng, kind, 1)[0], rng)
    # No code tunes to a printer: its black lies anywhere that printers do.
    others = np.random.default_rng(150 + seed)
    ink = float(np.exp(others.uniform(*np.log(PRINTERS))))
    # Worse, the paper is another than is thought, and the lens is not clean.
    paper = PAPER * np.exp(np.linspace(-0.04, 0.02, len(PAPER))) if worse else PAPER
    sheet = painted_sheet(layout, dict(zip(keys, tubes, strict=True)), paper, rng, HAND)
    shot = Shot(ink=ink, flare=float(others.uniform(0, 0.015)) if worse else 0.0)
    read = read_sheet(photograph(sheet, camera, shot, rng), layout)
    learnt = {tube.key: tube.learnt for tube in read.tubes}
    known = [learnt[key] for key in keys]
    parts = rng.dirichlet(np.ones(3), JUDGED)
    true = DEFAULT_VIEWING.lab(parts, tubes)
    before = delta_e_2000(DEFAULT_VIEWING.lab(parts, paints), true)
    after = delta_e_2000(DEFAULT_VIEWING.lab(parts, known), true)
    doubt = uncertainty(DEFAULT_VIEWING, parts, known)
    within, twice = after <= doubt, after <= 2 * doubt
    off = delta_e_2000(np.array([box.lab for box in read.boxes]), lab_from_reflectance(sheet.films))
    return [float(np.nanmean(each)) for each in (before, after, within, off, twice)]


def _many(kinds: tuple[str, ...], greys: bool, worse: bool = False) -> np.ndarray:
    one = partial(_sheet, cameras=measured_cameras(), kinds=kinds, greys=greys, worse=worse)
    with ProcessPoolExecutor() as pool:
        rows = list(pool.map(one, range(SHEETS)))
    return np.asarray(np.mean(rows, axis=0))


def learning() -> list[Figure]:
    """What forty sheets teach of mixtures that were not painted."""
    before, after, within, off, twice = _many(("daylight", "led"), greys=False)
    lamps = _many(("fluorescent", "tungsten"), greys=True)
    worse = _many(("daylight", "led"), greys=True, worse=True)
    return [
        below("sheets: mixtures not painted, after over before", after / before, "", 0.40),
        below("sheets: mixtures not painted, mean ΔE00 after", after, "ΔE00", 1.8),
        below("sheets: patches read, mean ΔE00", off, "ΔE00", 1.8),
        Figure("sheets: within one ±", 100 * within, "%", "58 to 80", bool(0.58 <= within <= 0.80)),
        above("sheets: within two", 100 * twice, "%", 90),
        below("sheets: under lamps with a grey strip, after over before", lamps[1] / lamps[0], "",
              0.55),
        below("sheets: another paper and a lens that scatters, after over before",
              worse[1] / worse[0], "", 0.55),
        Figure("… within one ±", 100 * worse[2], "%"),
        Figure("… within two", 100 * worse[4], "%"),
    ]  # fmt: skip


def _found(seed: int) -> bool:
    rng = np.random.default_rng(seed)
    layout = layout_of(PAIRS[0], greys=True)
    paints = {key: library().paint(key) for key in (*PAIRS[0], "PW6")}
    camera = Camera.made_up(("daylight", "led", "tungsten", "fluorescent")[seed % 4], rng)
    shot = Shot(
        width_px=1400 if seed % 4 else 2400,
        height_px=1900 if seed % 4 else 3200,
        tilt_deg=float(rng.uniform(0, 35)),
        turn_deg=float(rng.uniform(-40, 40)),
        blur_px=float(rng.uniform(0.5, 3.5)),
        shadow=float(rng.choice([0.0, 1 / 3])),
        covered=(int(rng.integers(40, 44)),) if seed % 2 else (),
        exposure=float(rng.uniform(0.5, 0.95)),
        grain=float(rng.uniform(0.004, 0.02)),
        falls_off=float(rng.uniform(0, 0.5)),
    )
    sheet = painted_sheet(layout, paints, PAPER, rng)
    try:
        flat_page(read_pixels(photograph(sheet, camera, shot, rng)), layout)
    except InputError:
        return False
    return True


def finding() -> list[Figure]:
    """Whether a sheet is found however it is photographed, and how long a whole read takes."""
    with ProcessPoolExecutor() as pool:
        found = list(pool.map(_found, range(FOUND)))
    rng = np.random.default_rng(1)
    layout = layout_of(PAIRS[0], greys=True, boxes=30)
    paints = {key: library().paint(key) for key in (*PAIRS[0], "PW6")}
    sheet = painted_sheet(layout, paints, PAPER, rng)
    shot = Shot(width_px=3000, height_px=4000)
    data = photograph(sheet, Camera.made_up("daylight", rng), shot, rng)

    def opened() -> None:
        flat_page(read_pixels(data), layout)

    return [
        above("sheets: found, of 200 tilted, blurred, shaded, with a marker hidden",
              100 * float(np.mean(found)), "%", 98),
        below("sheets: 12 megapixels opened, found and laid flat", _seconds(opened), "s", 3),
        below("sheets: a whole read of 30 boxes",
              _seconds(lambda: read_sheet(data, layout)), "s", 6),
    ]  # fmt: skip


def _seconds(act: Callable[[], object]) -> float:
    act()
    began = time.perf_counter()
    act()
    return time.perf_counter() - began


SUITES = (learning, finding)
