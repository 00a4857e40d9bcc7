"""Tools to measure paint with, and what becomes of a mixture when it is measured.

Volumes are millilitres throughout. The densities are from memory of typical artists' paints; a
painter who needs better weighs a known volume.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Final

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount
from mesotint.optics.grid import Array, Indices
from mesotint.paints.library import Paint, mixed_tube

HONEST_STEPS: Final = 10
"""Steps of a scale below which a weight says little (common practice)."""

SEEN_FROM: Final = 0.5
"""CIEDE2000 that half a step of the tool must make before a paint is let down for it."""

LET_DOWN_PARTS: Final = (9.0, 99.0, 4.0, 2.0, 1.0)
"""Parts of the partner to one part of the strong paint in a let-down, the usual one first.

One part in a hundred is a let-down of a let-down.
"""

_ALIKE_ML_PLACES: Final = 5

DENSITY_G_PER_ML: Final[dict[str, float]] = {
    "titanium dioxide": 2.0,
    "zinc oxide": 2.1,
    "lead carbonate": 3.0,
    "cadmium": 1.9,
    "cobalt": 1.7,
    "iron oxide": 1.8,
    "earth": 1.5,
    "chromium": 1.7,
    "sulfosilicate": 1.4,
    "titanate": 1.9,
    "bismuth vanadate": 1.8,
    "manganese": 1.6,
    "water": 1.0,
    "medium": 0.93,
}
ORGANIC_DENSITY: Final = 1.15


def density_g_per_ml(paint: Paint) -> float:
    """Density of a paint by its family, in g/ml (from memory)."""
    return DENSITY_G_PER_ML.get(paint.family, ORGANIC_DENSITY)


@dataclass(frozen=True)
class Tool:
    """Something to measure with.

    Attributes
    ----------
    unit : str
        g, ml, drops or mm of ribbon.
    step : float
        The smallest step it shows, in its unit; above zero.
    least_steps : int
        How many steps an honest amount has at the least.
    units_per_ml : float
        Units in a millilitre; for a scale, of a paint of density 1.
    by_weight : bool
        Whether the density of the paint counts.

    Raises
    ------
    InputError
        For a step of zero or less.
    """

    unit: str
    step: float
    least_steps: int
    units_per_ml: float
    by_weight: bool = False

    def __post_init__(self) -> None:
        checked_amount(self.step, "step", most=1000)
        if self.step <= 0:
            raise InputError("step: a scale's step is above zero, such as 0.1 g.", "step")
        checked_amount(self.units_per_ml, "units_per_ml", least=1e-6)

    def per_ml(self, paint: Paint) -> float:
        """Units in one millilitre of a paint."""
        return self.units_per_ml * (density_g_per_ml(paint) if self.by_weight else 1.0)

    @property
    def least(self) -> float:
        """The least amount it measures honestly, in its unit."""
        return self.step * self.least_steps

    @property
    def within_a_tenth(self) -> float:
        """The amount from which half a step is a tenth of it or less, in its unit.

        A syringe or a dropper can measure a single step, but half of one more or less is much.
        """
        return max(self.least, 5 * self.step)


def scale_tool(step_g: float = 0.1) -> Tool:
    """A gram scale of a step; an honest weight has ten steps."""
    return Tool("g", step_g, HONEST_STEPS, 1.0, by_weight=True)


def syringe_tool(step_ml: float = 0.1) -> Tool:
    """A syringe or spoon of a step in millilitres."""
    return Tool("ml", step_ml, 1, 1.0)


def drop_tool(drop_ml: float = 0.05) -> Tool:
    """A dropper; the drop of water of a household dropper is about 0.05 ml (from memory)."""
    checked_amount(drop_ml, "drop_ml", least=1e-4, most=1)
    return Tool("drops", 1.0, 1, 1 / drop_ml)


def ribbon_tool(nozzle_mm: float = 5.0, step_mm: float = 1.0) -> Tool:
    """Length of the ribbon squeezed from a tube with a round nozzle."""
    checked_amount(nozzle_mm, "nozzle_mm", least=0.5, most=50)
    return Tool("mm", step_mm, 2, 1000 / (math.pi * nozzle_mm**2 / 4))


TOOLS: Final[dict[str, tuple[Callable[[float], Tool], float]]] = {
    "grams": (scale_tool, 0.1),
    "ml": (syringe_tool, 0.1),
    "drops": (lambda _: drop_tool(), 1.0),
    "ribbon": (ribbon_tool, 5.0),
}
"""Tools by the name a painter gives them, with their usual step; of a ribbon, its nozzle in mm."""


def tool_of(name: str, step: float | None = None) -> Tool:
    """A tool by its name and its step; `InputError` with the nearest names for another."""
    if name not in TOOLS:
        near = nearest_words(name, TOOLS) or list(TOOLS)
        raise InputError(f"tool: '{name[:40]}' is not known; try {', '.join(near)}.", "tool")
    make, usual = TOOLS[name]
    return make(usual if step is None else step)


def volume_of(amount: float, paint: Paint, tool: str) -> float:
    """Millilitres of an amount of a paint in a tool's unit, such as 1.2 with ``grams``."""
    return amount / tool_of(tool).per_ml(paint)


def told_in(volume_ml: float, paint: Paint, tool: str) -> str:
    """A volume of a paint in a tool's unit, in as many digits as anybody can measure."""
    measure = tool_of(tool)
    amount = volume_ml * measure.per_ml(paint)
    if measure.unit in ("drops", "mm"):
        whole = round(amount)
        if whole < 1:
            return "a trace"
        return f"{whole} {'drop' if whole == 1 and measure.unit == 'drops' else measure.unit}"
    digits = 0 if amount >= 10 else 1 if amount >= 1 else 2 if amount >= 0.1 else 3
    return f"{amount:.{digits}f} {measure.unit}"


@dataclass(frozen=True)
class Amount:
    """One paint of a measured mixture: how much by the tool, and what that is in millilitres."""

    paint: Paint
    amount: float
    unit: str
    volume_ml: float


@dataclass(frozen=True)
class Measured:
    """A mixture as it can be measured.

    `cost_delta_e` is CIEDE2000 from the exact mixture; `let_downs` are mixed first.
    """

    amounts: tuple[Amount, ...]
    cost_delta_e: float
    let_downs: tuple[Paint, ...]

    @property
    def volume_ml(self) -> float:
        """Volume of the whole mixture."""
        return sum(a.volume_ml for a in self.amounts)


def volume_for_area(area_cm2: float, coats: int = 1, spread_cm2_per_ml: float = 80.0) -> float:
    """Millilitres for an area at a spread rate (80 cm² a ml is from memory, for thick paint)."""
    checked_amount(area_cm2, "area_cm2", least=1e-3)
    checked_amount(spread_cm2_per_ml, "spread_cm2_per_ml", least=0.1)
    return area_cm2 * coats / spread_cm2_per_ml


def least_ml(parts: Sequence[float], paints: Sequence[Paint], tool: Tool) -> float:
    """Millilitres of a mixture from which a tool can measure what it has most of."""
    shares = np.asarray(parts, dtype=np.float64) / sum(parts)
    most = int(shares.argmax())
    return tool.least / tool.per_ml(paints[most]) / float(shares[most])


def checked_volumes(
    parts: Sequence[float], paints: Sequence[Paint], total_ml: float, tool: Tool
) -> Array:
    """Millilitres of each paint in a mixture of a wanted volume, shape (paints,).

    Raises
    ------
    InputError
        For a mixture of nothing, or a total smaller than the tool can measure.
    """
    shares: Array = np.array([checked_amount(part, "parts") for part in parts])
    if shares.sum() <= 0:
        raise InputError(
            "parts: a mixture of nothing; give at least one paint some parts.", "parts"
        )
    checked_amount(total_ml, "total_ml", most=1e5)
    shares = shares / shares.sum()
    wanted: Array = shares * total_ml
    need = least_ml(parts, paints, tool)
    if total_ml < need * (1 - 1e-9):
        raise InputError(
            f"total: {total_ml:g} ml is less than this tool can measure; "
            f"mix at least {need:.2g} ml, or use a finer one.",
            "total_ml",
        )
    return wanted


def measured(
    parts: Sequence[float],
    paints: Sequence[Paint],
    total_ml: float,
    tool: Tool,
    white: Paint,
    viewing: Viewing = DEFAULT_VIEWING,
) -> Measured:
    """A mixture of a wanted volume, as a tool can measure it.

    A paint of which the tool cannot measure enough, so that it would be seen, is let down first, in
    a partner that can spare enough of itself: then nothing changes. Where none can, it is let down
    in nine parts of white if that is truer than a poor weight, and the cost of that is told. What
    can be measured honestly comes before what is merely near.

    Parameters
    ----------
    parts : sequence of float
        By volume, as many as paints.
    total_ml : float
        Volume wanted, above zero.
    tool : Tool
    white : Paint
        What strong paints are let down with where no partner can spare enough.

    Raises
    ------
    InputError
        For a mixture of nothing, or a total smaller than the tool can measure.
    """
    wanted = checked_volumes(parts, paints, total_ml, tool)
    return measured_volumes(wanted, paints, tool, white, viewing)


def measured_volumes(
    volumes_ml: Array,
    paints: Sequence[Paint],
    tool: Tool,
    white: Paint,
    viewing: Viewing = DEFAULT_VIEWING,
) -> Measured:
    """Volumes of paints as a tool can measure them, however little they are.

    As `measured`, but an amount below what the tool reads honestly is rounded all the same, where
    no let-down helps, or where half a step more or less would not be seen.

    Parameters
    ----------
    volumes_ml : array, shape (paints,)
    paints : sequence of Paint
    tool : Tool
    white : Paint
    viewing : Viewing
    """
    # A plan is in whole nanolitres, its sheet is not: what no tool can tell apart is measured once.
    volumes = tuple(np.round(np.asarray(volumes_ml, dtype=np.float64), _ALIKE_ML_PLACES).tolist())
    return _measured(volumes, tuple(paints), tool, white, viewing)


# A plan measures what its sheet has measured already, and is asked for again with every tick.
@lru_cache(maxsize=1024)
def _measured(
    volumes_ml: tuple[float, ...],
    paints: tuple[Paint, ...],
    tool: Tool,
    white: Paint,
    viewing: Viewing,
) -> Measured:
    units = np.array([tool.per_ml(paint) for paint in paints])
    wanted = np.array(volumes_ml)
    exact = viewing.lab(wanted, paints)
    plan = _Plan(paints, wanted, ())
    few = np.flatnonzero((wanted > 0) & (wanted * units < tool.within_a_tenth))
    doubts = _doubts(wanted, exact, few, tool.step / units[few], paints, viewing)
    for i, doubt in zip(few.tolist(), doubts, strict=True):
        as_it_is = plan.volumes[i] * units[i] >= tool.step * (1 - 1e-9)
        if as_it_is and doubt < SEEN_FROM:
            continue
        options = _let_downs(plan, i, tool)
        if not options:
            if paints[i].key == white.key:
                # White cannot be let down in itself: a poor measure of it is all there is.
                continue
            thinned = _with_let_down(plan, i, white, LET_DOWN_PARTS[0], plan.volumes)
            # White changes the colour: it is taken only where that is truer than a poor weight.
            if as_it_is and doubt <= thinned.cost(exact, tool, viewing):
                continue
            options = [thinned]
        best = (True, np.inf)
        for option in options:
            told = option.volumes[i] * units[i] < tool.least, option.cost(exact, tool, viewing)
            if told < best:
                best, plan = told, option
            # Of what looks the same the usual let-down is the least work: it stands first.
            if not told[0] and told[1] < SEEN_FROM:
                break
    amounts = [
        Amount(paint, float(step * tool.step), tool.unit, float(step * tool.step / per_ml))
        for paint, step, per_ml in zip(*plan.in_steps(tool), strict=True)
        if step > 0
    ]
    return Measured(tuple(amounts), plan.cost(exact, tool, viewing), plan.let_downs)


def _doubts(
    volumes: Array,
    exact: Array,
    few: Indices,
    step_ml: Array,
    paints: Sequence[Paint],
    viewing: Viewing,
) -> list[float]:
    """CIEDE2000 that half a step more or less of some of the paints makes, one after another."""
    if not len(few):
        return []
    off = np.zeros((len(few), len(volumes)))
    off[np.arange(len(few)), few] = np.minimum(step_ml / 2, 0.99 * volumes[few])
    either = viewing.lab(np.stack([volumes + off, volumes - off]), paints)
    told: list[float] = delta_e_2000(either, exact).max(axis=0).tolist()
    return told


@dataclass(frozen=True)
class _Plan:
    """Volumes of paints and let-downs before they are rounded to a tool's steps."""

    paints: tuple[Paint, ...]
    volumes: Array
    let_downs: tuple[Paint, ...]

    def in_steps(self, tool: Tool) -> tuple[tuple[Paint, ...], Array, Array]:
        """Paints, whole steps of each, and the tool's units in a millilitre of each."""
        per_ml = np.array([tool.per_ml(paint) for paint in self.paints])
        steps = np.rint(self.volumes * per_ml / tool.step)
        return self.paints, np.where(self.volumes > 1e-9, np.maximum(steps, 1), 0), per_ml

    def cost(self, exact: Array, tool: Tool, viewing: Viewing) -> float:
        """CIEDE2000 of what the tool measures from the exact mixture."""
        paints, steps, per_ml = self.in_steps(tool)
        return float(delta_e_2000(viewing.lab(steps * tool.step / per_ml, paints), exact))


def _let_downs(plan: _Plan, strong: int, tool: Tool) -> list[_Plan]:
    """Ways to let one paint down in each partner that can spare enough.

    A partner may be let down with less than nine parts where it cannot spare them.
    """
    need = tool.within_a_tenth / tool.per_ml(plan.paints[strong])
    options = []
    for i, carrier in enumerate(plan.paints):
        for parts in LET_DOWN_PARTS:
            spare = plan.volumes[i] - parts * plan.volumes[strong]
            if i != strong and not carrier.recipe and spare >= need:
                volumes = plan.volumes.copy()
                volumes[i] = spare
                options.append(_with_let_down(plan, strong, carrier, parts, volumes))
    return options


def _with_let_down(plan: _Plan, strong: int, carrier: Paint, parts: float, volumes: Array) -> _Plan:
    thinned = let_down(plan.paints[strong], carrier, parts)
    volumes = volumes.copy()
    volumes[strong] *= parts + 1
    paints = (*plan.paints[:strong], thinned, *plan.paints[strong + 1 :])
    return _Plan(paints, volumes, (*plan.let_downs, thinned))


@lru_cache(maxsize=512)
def let_down(paint: Paint, carrier: Paint, parts: float = 9.0) -> Paint:
    """A strong paint thinned beforehand: one part in nine of white or of its partner."""
    return mixed_tube(
        f"{paint.key} in {carrier.key}",
        f"{paint.name}, 1 part in {parts + 1:g} of {carrier.name.lower()}",
        paint.family,
        {paint: 1.0, carrier: parts},
    )
