"""Amounts and ± that can be trusted: plans replayed from their words, what a ± holds, batches."""

import subprocess
import sys
import tempfile
import time
from collections.abc import Sequence
from itertools import product
from pathlib import Path

import numpy as np
import orjson

from bench.timing import Figure, above, below
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.munsell import lab_from_munsell, real_chroma
from mesotint.instruments.colorimeter import NOISE
from mesotint.instruments.tests.test_calibration import strayed
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.muting.trail import Third, Trail
from mesotint.mixing.recipe import Wishes, search
from mesotint.mixing.trust import uncertainty
from mesotint.optics.grid import Array
from mesotint.paints.calibration import Reading, calibrate
from mesotint.paints.library import Paint, library
from mesotint.paints.table import WHITES
from mesotint.planning.instructions import Work, instructions
from mesotint.planning.measures.grams import gram_scale
from mesotint.planning.scale import Scale
from mesotint.planning.tests.painter import replayed as replayed_lines
from mesotint.planning.tests.painter import volume_of
from mesotint.planning.tests.test_replay import LABELS, MEASURES, STEPS, colours, followed, plans
from mesotint.planning.tests.test_replay import PAIRS as SCALES

PAIRS = 200
MIXTURES_EACH = 4
TINTS = (0.0, 4.0, 20.0)
CHIPS = 200
BATCH = 40_000
MOST_JARS = 2


def replayed() -> list[Figure]:
    """540 plans read as a painter reads them, and done by a reader with densities of its own."""
    off, volumes, costs, advised, count = [], [], [], 0, 0
    for _, trail, parts, measure, each_ml, told in plans():
        patches, tubes = followed(told, trail.paints)
        made = delta_e_2000(
            colours(patches, tubes, trail.viewing), trail.viewing.lab(parts, trail.paints)
        )
        off.append(float(np.abs(made - told.costs).max()))
        costs.append(float(made.max()))
        step_ml = measure.step / min(measure.per_ml(paint) for paint in trail.paints)
        allowed = step_ml + 0.3 * each_ml
        gaps = [abs(volume_of(patches[i]) - each_ml) / allowed for i in range(STEPS)]
        volumes.append(max(gaps))
        advised += bool(told.advice)
        count += 1
    return [
        below(f"of {count} plans, the most that claim and replay differ", max(off), "ΔE00", 0.35),
        below("… the most a volume is off, of a step and 30 %", max(volumes), "times", 1.0),
        Figure("… a plan's worst patch, mean", float(np.mean(costs)), "ΔE00"),
        Figure("… a plan's worst patch, worst", max(costs), "ΔE00"),
        Figure("… plans that say what would do", 100 * advised / count, "%"),
    ]


def by_hand() -> list[Figure]:
    """The replay's pairs with white and without, by its measures but whole grams, 5 and 20 ml each:
    how many are done with two jars or fewer, every step within CIEDE2000 1."""
    done, paint, short, seconds, missed = [], [], 0, [], []
    for first, second, _, third in SCALES:
        bent = Third(library().paint(third[0]), third[1]) if third else None
        for white, (measure, _), each_ml in product((0.0, 4.0), MEASURES, (5.0, 20.0)):
            if (measure.unit, measure.step) == ("g", 1.0):
                continue
            ends = library().paint(first), library().paint(second)
            trail = Trail(*ends, white, third=bent)
            parts = np.array([step.parts for step in Scale(trail, STEPS).steps])
            begun = time.perf_counter()
            plan = instructions(parts, trail.paints, LABELS, Work(measure, each_ml))
            seconds.append(time.perf_counter() - begun)
            patches, tubes = followed(plan, trail.paints)
            off = delta_e_2000(
                colours(patches, tubes, trail.viewing), trail.viewing.lab(parts, trail.paints)
            ).max()
            jars = len({x.heading for x in plan.lines if x.heading.startswith("First mix")})
            paint.append(plan.used_ml / (STEPS * each_ml))
            done.append(jars <= MOST_JARS and off <= 1.0)
            ways = any(says.startswith("With this measure") for says in plan.advice)
            short += off > 1.0 and not ways
            if not done[-1]:
                what = f"{first} {second}, white {white:g}, {measure.step:g} {measure.unit}"
                missed.append(f"    {what}, {each_ml:g} ml: {jars} jars, ΔE {off:.1f}")
    print("\n".join(missed))
    share = 100 * float(np.mean(done))
    return [
        above(f"of {len(done)} plans, two jars or fewer and within ΔE 1", share, "%", 95),
        below("… paint, of what is asked for, at most", max(paint), "times", 1.2501),
        below("… off by more, and what would do is not said", short, "plans", 0.5),
        Figure("… a plan, median", 1000 * float(np.median(seconds)), "ms"),
        Figure("… the slowest", 1000 * max(seconds), "ms"),
    ]


def complements() -> list[Figure]:
    """Nine-step scales in five rows by 0.1 g and 5 ml: lines, and what comes of them."""
    lines, off = [], []
    for first, second, _, third in SCALES:
        if third or first == "PW6":
            continue
        trail = Trail(library().paint(first), library().paint(second))
        scale = Scale(trail, 9, openings=(1.0, 2.0, 3.0, 4.0))
        paints, rows = scale.rows
        parts = rows.reshape(-1, len(paints))
        labels = scale.labels
        plan = instructions(parts, paints, labels, Work(gram_scale(0.1), 5.0))
        patches = replayed_lines([(x.heading, x.says) for x in plan.lines], list(paints), labels)
        made = colours(patches, list(paints), trail.viewing)
        off.append(float(delta_e_2000(made, trail.viewing.lab(parts, paints)).max()))
        lines.append(len(plan.lines))
    return [
        below(f"lines of a nine-step scale in five rows, most of {len(lines)}", max(lines), "", 46),
        below("… a patch of it, worst", max(off), "ΔE00", 1.05),
    ]


def _read(paints: Sequence[Paint], parts: Array, rng: np.random.Generator) -> Array:
    return DEFAULT_VIEWING.lab(parts, paints) + rng.normal(0, NOISE / np.sqrt(3), 3)


def held() -> list[Figure]:
    """What one ± and two hold: by the library, calibrated with tints, and with shared readings."""
    told: list[Figure] = []
    for what in ("by the library", "calibrated by masstone and tints", "read in one mixture",
                 "read in three mixtures"):  # fmt: skip
        rng, once, twice = np.random.default_rng(2026), [], []
        for _ in range(PAIRS):
            for gap, doubt in _unmeasured(what, rng):
                once.append(gap <= doubt)
                twice.append(gap <= 2 * doubt)
        within = 100 * float(np.mean(once))
        told += [
            above(f"unmeasured mixtures within one ±, {what}", within, "%", 58),
            below("… and not more than", within, "%", 80),
            above("… within two", 100 * float(np.mean(twice)), "%", 90),
        ]
    return told


def _unmeasured(what: str, rng: np.random.Generator) -> list[tuple[float, float]]:
    """Differences and their ± of mixtures of two tubes and white that nobody read."""
    white = library().paint("PW6")
    plain = [p for p in library().plain if p.key not in WHITES]
    one, other = (plain[i] for i in rng.choice(len(plain), 2, replace=False))
    real = [strayed(paint, rng) for paint in (one, other, white)]
    strong = np.array([p.absorption.mean() + p.scattering.mean() for p in (one, other, white)])
    known: list[Paint] = [one, other, white]
    if what.startswith("calibrated"):
        known = [
            calibrate([Reading(w, _read([tube, real[2]], np.array([1.0, w]), rng))
                       for w in TINTS], paint).paint
            for tube, paint in zip(real[:2], (one, other), strict=True)
        ] + [white]  # fmt: skip
    elif what.startswith("read"):
        firsts, seconds = [], []
        for _ in range(3 if "three" in what else 1):
            a, b, w = rng.dirichlet(np.full(3, 4.0)) / strong
            lab = _read(real, np.array([a, b, w]), rng)
            firsts.append(Reading(min(w / a, 1000.0), lab, others=((other, b / a),)))
            seconds.append(Reading(min(w / b, 1000.0), lab, others=((one, a / b),)))
        known = [
            calibrate(firsts, one, alongside=[(other, seconds)]).paint,
            calibrate(seconds, other, alongside=[(one, firsts)]).paint,
            white,
        ]
    parts = rng.dirichlet(np.ones(3), MIXTURES_EACH) / strong
    gaps = delta_e_2000(DEFAULT_VIEWING.lab(parts, known), DEFAULT_VIEWING.lab(parts, real))
    doubts = uncertainty(DEFAULT_VIEWING, parts, known)
    return list(zip(gaps.tolist(), doubts.tolist(), strict=True))


def chips() -> list[Figure]:
    """Random chips of the renotation matched from the whole library, and from small boxes."""
    rng = np.random.default_rng(1943)
    plain = library().plain
    answered, reached, idle, away = 0, 0, 0, []
    for i in range(CHIPS):
        hue, value = rng.uniform(0, 100), rng.uniform(1, 9.5)
        most = float(real_chroma(np.array([hue]), np.array([value]))[0])
        target = lab_from_munsell(np.array([hue, value, rng.uniform(0, max(most, 1.0))]))
        few = [plain[j] for j in rng.choice(len(plain), 1 + i % 12, replace=False)]
        for box in (plain, few):
            found = search(target, box, Wishes(look_beyond=True))
            answered += bool(found.recipes)
            reached += box is plain and found.reached
            if box is plain:
                away.append(min(recipe.delta_e for recipe in found.recipes))
            for recipe in found.recipes:
                for paint in range(len(recipe.paints) if len(recipe.paints) > 1 else 0):
                    parts = np.array(recipe.parts)
                    parts[paint] = 0.0
                    without = delta_e_2000(DEFAULT_VIEWING.lab(parts, recipe.paints), target)
                    idle += bool(without - recipe.delta_e < 0.3 - 1e-6)
    return [
        above(f"of {CHIPS} chips, from the library and a box each, answered",
              100 * answered / (2 * CHIPS), "%", 100),
        Figure("… reached by the library", 100 * reached / CHIPS, "%"),
        Figure("… the nearest recipe, mean", float(np.mean(away)), "ΔE00"),
        below("… paints in recipes that nobody would miss", idle, "", 0.5),
    ]  # fmt: skip


def batch() -> list[Figure]:
    """`mesotint mix --batch` as a whole process, every field of every line."""
    rng = np.random.default_rng(5)
    keys = [p.key for p in library().paints.values() if not p.recipe]
    with tempfile.TemporaryDirectory() as folder:
        asked = Path(folder) / "asked"
        lines = [
            orjson.dumps(
                {"parts": {keys[k]: round(float(rng.uniform(0.1, 10)), 2)
                           for k in rng.choice(len(keys), rng.integers(1, 5), replace=False)}}
            )
            for _ in range(BATCH)
        ]  # fmt: skip
        asked.write_bytes(b"\n".join(lines))
        rates = []
        for _ in range(3):
            began = time.perf_counter()
            with asked.open("rb") as file:
                done = subprocess.run(
                    [Path(sys.executable).parent / "mesotint", "mix", "--batch"],
                    stdin=file, stdout=subprocess.PIPE, check=True,
                )  # fmt: skip
            rates.append(BATCH / (time.perf_counter() - began))
            assert done.stdout.count(b"\n") == BATCH
    return [above("lines of a batch, the whole process", float(np.median(rates)), "/s", 8000)]


SUITES = (replayed, by_hand, complements, held, chips, batch)
