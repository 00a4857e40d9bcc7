"""What is mixed before a plan begins: mixtures among its paints, and let-downs of strong ones.

Each is told in whole steps of the measure, its least part large enough to be read well and the
others rounded to it; what it then truly holds is what the plan goes on with.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.paints.roles import MIXTURE
from mesotint.planning.let_downs import GREATEST_LET_DOWN, LET_DOWN_PARTS, let_down
from mesotint.planning.measures.measure import Measure

_TUBE, _MIXTURE, _ONCE, _TWICE = range(4)
_TRIED: Final = 6
_TOGETHER: Final = 2
"""Parts that are told in one line, as those of a let-down are."""

_ROUNDED_WELL: Final = 0.01


@dataclass(frozen=True, eq=False)
class Made:
    """One thing that is mixed beforehand.

    Attributes
    ----------
    paint : Paint
    says : tuple of str
        What goes into it, line by line; two parts in one.
    amounts : tuple of (Paint, float)
        The same in the measure's units.
    holds : array, shape (tubes,)
        Share by volume of each tube in it, as it is told.
    volume_ml : float
    """

    paint: Paint
    says: tuple[str, ...]
    amounts: tuple[tuple[Paint, float], ...]
    holds: Array
    volume_ml: float


@dataclass
class Making:
    """All that is mixed beforehand, in the order of mixing.

    Attributes
    ----------
    tubes : tuple of Paint
        Every paint that comes from a tube.
    squeezed_ml : array, shape (tubes,)
        What goes into what is made.
    sparing : bool
        Whether no more is made than the measure tells within a tenth, where it would take more to
        tell it well.
    """

    measure: Measure
    tubes: tuple[Paint, ...]
    known: Mapping[str, Paint]
    sparing: bool = False
    made: list[Made] = field(default_factory=list)

    def __post_init__(self) -> None:
        self.place = {paint.key: i for i, paint in enumerate(self.tubes)}
        self.squeezed_ml: Array = np.zeros(len(self.tubes))

    @classmethod
    def of(
        cls,
        poured_ml: Mapping[Paint, float],
        measure: Measure,
        known: Mapping[str, Paint],
        sparing: bool = False,
    ) -> "Making":
        """What has to be made so that so much of each paint and let-down can be poured.

        Parameters
        ----------
        poured_ml : mapping of Paint to float
            Millilitres by paint.
        measure : Measure
            What amounts are read with.
        known : mapping of str to Paint
            Paints by key.
        sparing : bool
            Whether as little is made as can be.

        Raises
        ------
        InputError
            Where a mixture holds a paint that is not known.
        """
        making = cls(measure, _tubes(known), known, sparing)
        demand = dict(poured_ml)
        settled: dict[Paint, tuple[tuple[Paint, float], ...]] = {}
        # From what is poured back to the tubes: how much of each is needed is known by then.
        for stage in (_TWICE, _ONCE, _MIXTURE):
            for paint in [paint for paint in demand if making.stage(paint) == stage]:
                settled[paint] = making.amounts(making.parts_of(paint), demand[paint])
                for used, units in settled[paint]:
                    demand[used] = demand.get(used, 0.0) + units / measure.per_ml(used)
        for paint in sorted(settled, key=making.stage):
            making.make(paint, settled[paint])
        return making

    def stage(self, paint: Paint) -> int:
        """How many goes something takes that is mixed beforehand; `_TUBE` for a tube."""
        if paint.key in self.known:
            return _MIXTURE if paint.family == MIXTURE else _TUBE
        (_, one), (_, parts) = paint.recipe
        return _ONCE if parts / one <= GREATEST_LET_DOWN else _TWICE

    def parts_of(self, paint: Paint) -> dict[Paint, float]:
        """What something is mixed of, as it is mixed: one part in a hundred in two goes."""
        of = {self._ingredient(key): part for key, part in paint.recipe}
        if self.stage(paint) != _TWICE:
            return of
        (strong, one), (carrier, parts) = of.items()
        first = let_down(strong, carrier, LET_DOWN_PARTS[0])
        return {first: 1.0, carrier: (one + parts) / one / (1 + LET_DOWN_PARTS[0]) - 1}

    def _ingredient(self, key: str) -> Paint:
        if key not in self.known:
            raise InputError(f"'{key}' is part of a mixture, but is not among its tubes.", "parts")
        return self.known[key]

    def amounts(self, of: Mapping[Paint, float], ml: float) -> tuple[tuple[Paint, float], ...]:
        """The measure's units of each part of a mixture of which at least so much is needed.

        Parameters
        ----------
        of : mapping of Paint to float
            Parts by paint.
        ml : float
            Millilitres it is to be in all, above zero.
        """
        paints = list(of)
        per_ml = np.array([self.measure.per_ml(paint) for paint in paints])
        shares = np.array(list(of.values())) / sum(of.values())
        small = self.measure.within_a_tenth if self.sparing else self.measure.well
        least = float((small / per_ml / shares).max())
        volume = max(ml, least)
        exact = volume * shares * per_ml / self.measure.step
        # The part that is least in steps is told exactly, and the others as near as they come.
        key = int(exact.argmin())
        best: tuple[float, Array] | None = None
        for steps in range(int(np.ceil(exact[key] - 1e-9)), int(np.ceil(exact[key])) + _TRIED):
            wanted = exact * steps / exact[key]
            told = self.measure.read(wanted * self.measure.step)
            off = float(np.abs(told / self.measure.step / wanted - 1).max())
            if (told / per_ml).sum() < ml * (1 - 1e-9):
                continue
            if best is None or off < best[0]:
                best = off, told
            if off < _ROUNDED_WELL:
                break
        assert best is not None
        return tuple(zip(paints, best[1].tolist(), strict=True))

    def make(self, paint: Paint, amounts: tuple[tuple[Paint, float], ...]) -> None:
        """Put something among what is made, as it is told.

        Parameters
        ----------
        amounts : tuple of (Paint, float)
            Paints and millilitres of each, above zero.
        """
        volumes = np.zeros(len(self.tubes))
        densities = np.array([self.measure.per_ml(tube) for tube in self.tubes])
        for used, units in amounts:
            holds = self.holds(used)
            volume = units / float(holds @ densities)
            volumes += volume * holds
            if not self.is_made(used):
                self.squeezed_ml += volume * holds
        says = tuple(f"{self.measure.told(units)} {used.name}" for used, units in amounts)
        if len(says) == _TOGETHER:
            says = (" and ".join(says),)
        whole = float(volumes.sum())
        self.made.append(Made(paint, says, amounts, volumes / whole, whole))

    def is_made(self, paint: Paint) -> bool:
        """Whether something is mixed beforehand, and not squeezed from a tube."""
        return any(made.paint.key == paint.key for made in self.made)

    @property
    def hardly_measured(self) -> Paint | None:
        """Something of which a part is more than the measure tells within a tenth, and less than it
        tells well."""
        for made in self.made:
            if min(units for _, units in made.amounts) < self.measure.well * (1 - 1e-9):
                return made.paint
        return None

    def holds(self, paint: Paint) -> Array:
        """Share by volume of each tube in a paint: itself, or what it was made of."""
        for made in self.made:
            if made.paint.key == paint.key:
                return made.holds
        return np.asarray(np.eye(len(self.tubes))[self.place[paint.key]])

    def over_ml(self, made: Made, poured_ml: Mapping[str, float]) -> float:
        """What is left of something once it has gone into what it was made for.

        Parameters
        ----------
        made : Made
            What was made, by name.
        poured_ml : mapping of str to float
            Millilitres by key of the paint.
        """
        densities = np.array([self.measure.per_ml(tube) for tube in self.tubes])
        key = made.paint.key
        into_others = sum(
            units / float(made.holds @ densities)
            for other in self.made
            for used, units in other.amounts
            if used.key == key
        )
        return made.volume_ml - poured_ml.get(key, 0.0) - into_others


def _tubes(known: Mapping[str, Paint]) -> tuple[Paint, ...]:
    return tuple(paint for paint in known.values() if paint.family != MIXTURE)
