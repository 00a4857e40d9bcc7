"""What is where after a work plan was followed, in exact arithmetic."""

from dataclasses import dataclass, field
from fractions import Fraction

from mesotint.planning.work_plan import WorkPlan


def paint_nl(plan: WorkPlan) -> list[int]:
    """How much of each paint is squeezed out, in nanolitres."""
    used = [0] * plan.paints
    for move in plan.moves:
        if move.kind == "add":
            used[move.paint] += move.volume_nl
    return used


@dataclass
class Ledger:
    """What is where after a plan was followed: exact volumes of each paint in nanolitres."""

    piles: dict[int, list[Fraction]] = field(default_factory=dict)
    scooped: dict[int, list[Fraction]] = field(default_factory=dict)

    @property
    def left_nl(self) -> Fraction:
        """Paint left over in all piles."""
        return sum((part for pile in self.piles.values() for part in pile), Fraction(0))

    @property
    def left_parts(self) -> list[float]:
        """Nanolitres of each paint in what is left over, all piles together."""
        piles = list(self.piles.values())
        return [float(sum(column)) for column in zip(*piles, strict=True)]

    @property
    def scooped_nl(self) -> Fraction:
        """Paint taken for the steps."""
        return sum((part for step in self.scooped.values() for part in step), Fraction(0))


def replay(plan: WorkPlan) -> Ledger:
    """Follow a plan move by move, in exact arithmetic.

    Raises
    ------
    ValueError
        When a move takes more from a pile than is there.
    """
    ledger = Ledger()

    def pile(number: int) -> list[Fraction]:
        return ledger.piles.setdefault(number, [Fraction(0)] * plan.paints)

    for move in plan.moves:
        here = pile(move.pile)
        if move.kind == "add":
            here[move.paint] += move.volume_nl
            continue
        whole = sum(here)
        if move.volume_nl > whole:
            raise ValueError(f"pile {move.pile} holds {whole} nl, not {move.volume_nl}")
        taken = [part * move.volume_nl / whole for part in here]
        ledger.piles[move.pile] = [a - b for a, b in zip(here, taken, strict=True)]
        if move.kind == "scoop":
            ledger.scooped[move.step] = taken
        else:
            there = pile(move.to)
            ledger.piles[move.to] = [a + b for a, b in zip(there, taken, strict=True)]
    return ledger
