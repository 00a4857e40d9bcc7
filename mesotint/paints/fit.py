"""Fit of the paint library: K and S of all paints at once, from masstones, tints and facts.

Masstone and tint alone leave absorption and scattering free to trade places, so the guesses of
the table stand as priors and a few facts of mixing steer what is left. The unknowns are
departures from the guesses in units of their priors; the residuals are colour differences in
units of the tolerance wanted, departures, and the misses of the steering facts.
"""

import hashlib
import json
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Final

import numpy as np
from scipy.optimize import least_squares

from mesotint.colour.colorimetry import lab_from_lch, lab_from_reflectance
from mesotint.colour.difference import delta_e_2000, difference_axes
from mesotint.optics.film import opaque_film
from mesotint.optics.grid import Array
from mesotint.paints.facts import STEERING, LabOf, misses, trade_facts
from mesotint.paints.table import DATA, TINT_WHITE_PARTS, paint_table

WHITE: Final = "PW6"
COLOUR_TOLERANCE: Final = 0.8
FACT_TOLERANCE: Final = 0.7
FACT_MARGIN: Final = 0.6
STEP: Final = 1e-4
ROUNDS: Final = 40
FACT_WEIGHTS: Final = (0.0, 0.05, 0.2, 1.0)


@dataclass(frozen=True)
class FittedPaint:
    """One paint of the fit: K and S, shape (36,), and how far masstone and tint are off."""

    key: str
    absorption: Array
    scattering: Array
    masstone_delta_e: float
    tint_delta_e: float


@dataclass(frozen=True)
class FitReport:
    """What the fit reached: the paints, and the misses of every fact."""

    paints: dict[str, FittedPaint]
    facts: dict[str, list[float]]


class _Problem:
    """Residuals and their derivatives, paint by paint, for the solver."""

    def __init__(self) -> None:
        table = paint_table()
        self.keys = list(table)
        self.shapes = [table[k].shape for k in self.keys]
        counts = [s.unknowns for s in self.shapes]
        self.starts = np.concatenate([[0], np.cumsum(counts)])
        self.white = self.keys.index(WHITE)
        masstones = lab_from_lch(np.array([table[k].masstone_lch for k in self.keys]))
        tints = lab_from_lch(np.array([table[k].tint_lch for k in self.keys]))
        self.targets = np.stack([masstones, tints], axis=1)
        self.metric = difference_axes(self.targets)
        self.facts = [f for f in trade_facts() if f["id"] in STEERING]
        self.fact_weight = 0.0

    def slice_of(self, paint: int) -> slice:
        return slice(self.starts[paint], self.starts[paint + 1])

    def spectra(self, unknowns: Array) -> tuple[Array, Array]:
        pairs = [s.spectra(unknowns[self.slice_of(i)]) for i, s in enumerate(self.shapes)]
        return np.array([p[0] for p in pairs]), np.array([p[1] for p in pairs])

    def labs(self, absorption: Array, scattering: Array, white: tuple[Array, Array]) -> Array:
        """Masstone and tint of paints, shape (n, 2, 3)."""
        k, s = absorption[:, None, :], scattering[:, None, :]
        k = np.concatenate([k, np.broadcast_to(white[0], k.shape)], axis=1)
        s = np.concatenate([s, np.broadcast_to(white[1], s.shape)], axis=1)
        parts = np.array([[1.0, 0.0], [1.0, TINT_WHITE_PARTS]])
        films = [opaque_film(parts, k[i], s[i]) for i in range(len(k))]
        return lab_from_reflectance(np.array(films))

    def lab_of(self, absorption: Array, scattering: Array) -> LabOf:
        return mixer(
            dict(zip(self.keys, absorption, strict=True)),
            dict(zip(self.keys, scattering, strict=True)),
        )

    def fact_residuals(self, lab_of: LabOf, facts: list[dict[str, Any]]) -> Array:
        found = []
        for fact in facts:
            tight = {**fact, "margin": fact.get("margin", 0.0) + FACT_MARGIN}
            for name in ("expect", "passes", "nearest_neutral"):
                if name in fact:
                    tight[name] = {n: _narrowed(n, r) for n, r in fact[name].items()}
            found += misses(tight, lab_of)
        return np.array(found) * self.fact_weight / FACT_TOLERANCE

    def colour_residuals(self, labs: Array, paints: slice | list[int]) -> Array:
        gap = labs - self.targets[paints]
        return np.asarray(np.einsum("ptij,ptj->pti", self.metric[paints], gap) / COLOUR_TOLERANCE)

    def residuals(self, unknowns: Array) -> Array:
        k, s = self.spectra(unknowns)
        labs = self.labs(k, s, (k[self.white], s[self.white]))
        colours = self.colour_residuals(labs, slice(None)).ravel()
        facts = self.fact_residuals(self.lab_of(k, s), self.facts)
        return np.concatenate([colours, unknowns, facts])

    def jacobian(self, unknowns: Array) -> Array:
        """Forward differences; a paint's colours depend on itself and on the white alone."""
        k, s = self.spectra(unknowns)
        count, size = len(self.keys), unknowns.size
        white = k[self.white], s[self.white]
        base = self.colour_residuals(self.labs(k, s, white), slice(None))
        result = np.zeros((base.size + size, size))
        result[base.size :] = np.eye(size)
        fact_rows = [self.fact_residuals(self.lab_of(k, s), [f]) for f in self.facts]
        fact_part = np.zeros((sum(map(len, fact_rows)), size))
        for paint in range(count):
            involved = [i for i, f in enumerate(self.facts) if _uses(f, self.keys[paint])]
            for column in range(self.starts[paint], self.starts[paint + 1]):
                moved = unknowns[self.slice_of(paint)].copy()
                moved[column - self.starts[paint]] += STEP
                k1, s1 = self.shapes[paint].spectra(moved)
                if paint == self.white:
                    all_k, all_s = k.copy(), s.copy()
                    all_k[paint], all_s[paint] = k1, s1
                    labs = self.labs(all_k, all_s, (k1, s1))
                    change = self.colour_residuals(labs, slice(None)) - base
                    result[: base.size, column] = change.ravel() / STEP
                else:
                    labs = self.labs(k1[None], s1[None], white)
                    change = self.colour_residuals(labs, [paint]) - base[[paint]]
                    result[paint * 6 : paint * 6 + 6, column] = change.ravel() / STEP
                if involved:
                    all_k, all_s = k.copy(), s.copy()
                    all_k[paint], all_s[paint] = k1, s1
                    lab_of = self.lab_of(all_k, all_s)
                    for i in involved:
                        at = sum(map(len, fact_rows[:i]))
                        rows = self.fact_residuals(lab_of, [self.facts[i]])
                        fact_part[at : at + len(rows), column] = (rows - fact_rows[i]) / STEP
        return np.concatenate([result, fact_part])


def _narrowed(name: str, bounds: list[float]) -> list[float]:
    margin = {"h": 2.0, "share": 0.02}.get(name, FACT_MARGIN)
    return [bounds[0] + margin if bounds[0] else 0.0, bounds[1] - margin]


def _uses(fact: dict[str, Any], key: str) -> bool:
    return f'"{key}"' in json.dumps(fact) or (key == WHITE and "white" in fact)


def mixer(absorption: Mapping[str, Array], scattering: Mapping[str, Array]) -> LabOf:
    """A function from parts by key to CIELAB, for satin opaque films of the given paints.

    Parameters
    ----------
    absorption : mapping of str to array, shape (36,)
        K by key of the paint.
    scattering : mapping of str to array, shape (36,)
        S by key of the paint.
    """

    def lab_of(mixtures: list[Mapping[str, float]]) -> Array:
        keys = sorted({key for mixture in mixtures for key in mixture})
        parts = np.array([[mixture.get(key, 0.0) for key in keys] for mixture in mixtures])
        k = np.array([absorption[key] for key in keys])
        s = np.array([scattering[key] for key in keys])
        return lab_from_reflectance(opaque_film(parts, k, s))

    return lab_of


def fit() -> FitReport:
    """Fit all paints of the table jointly; deterministic, about a minute on one core."""
    problem = _Problem()
    unknowns = np.zeros(problem.starts[-1])
    # The misses of facts are kinked, so they are let in step by step, from a fit of colours alone.
    for problem.fact_weight in FACT_WEIGHTS:
        unknowns = least_squares(
            problem.residuals,
            unknowns,
            jac=problem.jacobian,
            method="trf",
            tr_solver="lsmr",
            max_nfev=ROUNDS,
            xtol=1e-6,
            ftol=1e-5,
        ).x
    k, s = problem.spectra(unknowns)
    labs = problem.labs(k, s, (k[problem.white], s[problem.white]))
    off = delta_e_2000(labs, problem.targets)
    paints = {
        key: FittedPaint(key, k[i], s[i], float(off[i, 0]), float(off[i, 1]))
        for i, key in enumerate(problem.keys)
    }
    lab_of = problem.lab_of(k, s)
    return FitReport(paints, {f["id"]: misses(f, lab_of) for f in trade_facts()})


def write(report: FitReport) -> str:
    """Write `data/optics.json` and `data/fit-report.txt`; give the report.

    The version is drawn from the contents.

    Two fits that agree to six digits have the same version.
    """
    paints = {
        key: {
            "absorption": [float(f"{v:.6g}") for v in p.absorption],
            "scattering": [float(f"{v:.6g}") for v in p.scattering],
            "masstone_delta_e": round(p.masstone_delta_e, 2),
            "tint_delta_e": round(p.tint_delta_e, 2),
        }
        for key, p in report.paints.items()
    }
    rows = ",\n".join(f'  "{key}": {json.dumps(entry)}' for key, entry in paints.items())
    version = hashlib.sha256(rows.encode()).hexdigest()[:10]
    text = f'{{"version": "{version}", "paints": {{\n{rows}\n}}}}\n'
    (DATA / "optics.json").write_text(text, encoding="utf-8")
    told = f"paint data {version}\n\n{summary(report)}\n"
    (DATA / "fit-report.txt").write_text(told, encoding="utf-8")
    return told


def summary(report: FitReport) -> str:
    """The report in words and figures: each paint's errors, and which facts hold."""
    masstones = [p.masstone_delta_e for p in report.paints.values()]
    tints = [p.tint_delta_e for p in report.paints.values()]
    lines = ["paint               masstone ΔE00   tint ΔE00"]
    lines += [
        f"{key:<20}{p.masstone_delta_e:>13.2f}{p.tint_delta_e:>12.2f}"
        for key, p in report.paints.items()
    ]
    lines += [
        f"{'mean':<20}{np.mean(masstones):>13.2f}{np.mean(tints):>12.2f}",
        f"{'worst':<20}{max(masstones):>13.2f}{max(tints):>12.2f}",
        "",
    ]
    for name, found in report.facts.items():
        role = "steers" if name in STEERING else "check"
        verdict = "misses by " + ", ".join(f"{m:.2f}" for m in found) if any(found) else "holds"
        lines.append(f"{name:<32}{role:<8}{verdict}")
    holding = sum(not any(found) for found in report.facts.values())
    lines.append(f"{holding} of {len(report.facts)} facts hold; {len(STEERING)} steer the fit")
    return "\n".join(lines)
