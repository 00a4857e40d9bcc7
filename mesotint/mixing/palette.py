"""A palette: its piles, and every move that was made with them.

The ledger only grows. Taking a move back is an entry too, and so is bringing it back, so that what
happened is never lost. Paint goes from pile to pile and off the palette, and none is made or lost
on the way: each pile can always tell what it is made of.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import Final

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing, checked_amount, together
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

LEAST_ML: Final = 1e-4
MOST_ML: Final = 1e4
_NOTHING_ML: Final = 1e-9

PileKey = str | int


def _checked(volume_ml: float) -> None:
    checked_amount(volume_ml, "volume_ml", least=LEAST_ML, most=MOST_ML)


KNIFE_LOAD: Final = 0.3
"""Share of a pile that a knife carries to another (our own judgement, a painter's to change)."""


@dataclass(frozen=True)
class Added:
    """A paint, or medium or water to thin it with, put on a pile, in millilitres."""

    pile: PileKey
    paint: Paint
    volume_ml: float

    def __post_init__(self) -> None:
        _checked(self.volume_ml)


@dataclass(frozen=True)
class Carried:
    """Some of a pile carried onto another one: a knife-load, a share of a split, or all of it."""

    pile: PileKey
    onto: PileKey
    volume_ml: float

    def __post_init__(self) -> None:
        _checked(self.volume_ml)
        if self.pile == self.onto:
            raise InputError("Choose another pile to carry it to.", "onto")


@dataclass(frozen=True)
class Scooped:
    """Some of a pile scooped off the palette, for use."""

    pile: PileKey
    volume_ml: float

    def __post_init__(self) -> None:
        _checked(self.volume_ml)


@dataclass(frozen=True)
class Reading:
    """The colour of a pile as it was measured: CIELAB (D65, 2°), shape (3,)."""

    pile: PileKey
    lab: tuple[float, float, float]


@dataclass(frozen=True)
class TakenBack:
    """The last thing that stands on a pile was taken back."""

    pile: PileKey


@dataclass(frozen=True)
class BroughtBack:
    """The thing taken back last from a pile was brought back."""

    pile: PileKey


Move = Added | Carried | Scooped | Reading
Entry = Move | TakenBack | BroughtBack


def touched(move: Entry) -> tuple[PileKey, ...]:
    """The piles that a move touches.

    Parameters
    ----------
    move : Entry
        What was done.
    """
    return (move.pile, move.onto) if isinstance(move, Carried) else (move.pile,)


@dataclass(frozen=True)
class Step:
    """A move that stands, and what the pile was right after it.

    Attributes
    ----------
    place : int
        Place of the move in the ledger.
    volumes_ml : dict
        Millilitres of each paint in the pile.
    lab : array, shape (3,), or None
        Predicted colour; None where nothing is left of the pile.
    """

    place: int
    move: Move
    volumes_ml: dict[Paint, float]
    lab: Array | None


@dataclass(frozen=True)
class Pile:
    """One pile of a palette as its moves left it.

    Attributes
    ----------
    steps : tuple of Step
    taken_back : int
        How many moves could be brought back.
    off : array, shape (3,), or None
        By how much the pile, when it was measured last, was off its predicted colour, in CIELAB.
    """

    steps: tuple[Step, ...] = ()
    taken_back: int = 0
    off: Array | None = None

    @property
    def volumes_ml(self) -> dict[Paint, float]:
        """Millilitres of each paint in the pile."""
        return self.steps[-1].volumes_ml if self.steps else {}

    @property
    def volume_ml(self) -> float:
        """Millilitres of the whole pile."""
        return sum(self.volumes_ml.values())

    @property
    def lab(self) -> Array | None:
        """Predicted colour, shape (3,); None for an empty pile."""
        return self.steps[-1].lab if self.steps else None

    @property
    def corrected_lab(self) -> Array | None:
        """The colour as it must look by now: predicted, and off by what was measured."""
        if self.lab is None or self.off is None:
            return self.lab
        return self.lab + self.off


@dataclass(frozen=True)
class Palette:
    """All piles of a palette by its ledger.

    Parameters
    ----------
    entries : tuple of Entry
        In the order they happened.
    viewing : Viewing
    names : mapping, optional
        What the piles are called, for what is said where something cannot be.

    Raises
    ------
    InputError
        For taking back where nothing stands, or where another pile has gone on since; for
        bringing back where nothing was taken; for more paint than a pile holds; and for measuring
        where nothing lies.
    """

    entries: tuple[Entry, ...] = ()
    viewing: Viewing = DEFAULT_VIEWING
    names: Mapping[PileKey, str] = field(default_factory=dict)

    def _name(self, pile: PileKey) -> str:
        return f"“{self.names.get(pile, pile)}”"

    @cached_property
    def _stacks(self) -> tuple[list[int], dict[PileKey, list[int]]]:
        """Places of the moves that stand, and by pile of those that could be brought back."""
        standing: dict[PileKey, list[int]] = {}
        taken: dict[PileKey, list[int]] = {}

        def pop(of: dict[PileKey, list[int]], pile: PileKey, what: str) -> tuple[int, Move]:
            if not of.get(pile):
                raise InputError(f"There is nothing to {what} back.", "pile")
            place = of[pile][-1]
            move = self.entries[place]
            assert not isinstance(move, TakenBack | BroughtBack)
            for other in touched(move):
                if not of.get(other) or of[other][-1] != place:
                    raise InputError(
                        f"{self._name(other)} has gone on since; {what} back there first.",
                        "pile",
                    )
            for each in touched(move):
                of[each].pop()
            return place, move

        for place, entry in enumerate(self.entries):
            match entry:
                case TakenBack():
                    was, move = pop(standing, entry.pile, "take")
                    for pile in touched(move):
                        taken.setdefault(pile, []).append(was)
                case BroughtBack():
                    was, move = pop(taken, entry.pile, "bring")
                    for pile in touched(move):
                        standing.setdefault(pile, []).append(was)
                case _:
                    for pile in touched(entry):
                        standing.setdefault(pile, []).append(place)
                        # What was taken back before something new was done stays undone.
                        taken[pile] = []
        return sorted({place for places in standing.values() for place in places}), taken

    @property
    def standing(self) -> list[Move]:
        """The moves that stand, in order."""
        return [self.entries[place] for place in self._stacks[0]]  # type: ignore[misc]

    @cached_property
    def scooped_ml(self) -> dict[Paint, float]:
        """Millilitres of each paint that was scooped off the palette."""
        return self._replayed[1]

    @cached_property
    def piles(self) -> dict[PileKey, Pile]:
        """Every pile that a move ever touched."""
        steps = self._replayed[0]
        filled = [step for step in steps if step[2]]
        labs = iter(())
        if filled:
            paints, parts = together([(list(v), list(v.values())) for _, _, v in filled])
            labs = iter(self.viewing.lab(parts, paints))
        told: dict[PileKey, list[Step]] = {}
        off: dict[PileKey, Array | None] = {}
        for pile, place, volumes in steps:
            lab = next(labs) if volumes else None
            move = self.entries[place]
            assert not isinstance(move, TakenBack | BroughtBack)
            told.setdefault(pile, []).append(Step(place, move, volumes, lab))
            if isinstance(move, Reading):
                off[pile] = np.array(move.lab) - lab
            elif not volumes:
                # A fresh start on the same spot is not the paint that was measured.
                off[pile] = None
        taken = self._stacks[1]
        everywhere = dict.fromkeys(pile for entry in self.entries for pile in touched(entry))
        return {
            pile: Pile(tuple(told.get(pile, ())), len(taken.get(pile, ())), off.get(pile))
            for pile in everywhere
        }

    @cached_property
    def _replayed(
        self,
    ) -> tuple[list[tuple[PileKey, int, dict[Paint, float]]], dict[Paint, float]]:
        """What each pile held after each move that touched it, and what left the palette."""
        held: dict[PileKey, dict[Paint, float]] = {}
        gone: dict[Paint, float] = {}
        steps = []
        for place in self._stacks[0]:
            move = self.entries[place]
            match move:
                case Added():
                    _pour({move.paint: move.volume_ml}, held.setdefault(move.pile, {}))
                case Carried():
                    load = self._load(held.setdefault(move.pile, {}), move)
                    _pour(load, held.setdefault(move.onto, {}))
                case Scooped():
                    _pour(self._load(held.setdefault(move.pile, {}), move), gone)
                case Reading():
                    if not held.get(move.pile):
                        raise InputError(
                            f"Nothing lies on {self._name(move.pile)}; put paint on it first.",
                            "pile",
                        )
            steps += [(pile, place, dict(held[pile])) for pile in touched(move)]
        return steps, gone

    def _load(self, pile: dict[Paint, float], move: Carried | Scooped) -> dict[Paint, float]:
        """Take a load from a pile: some of everything in it."""
        whole = sum(pile.values())
        if move.volume_ml > whole * (1 + _NOTHING_ML) or whole <= 0:
            raise InputError(
                f"{self._name(move.pile)} holds {whole:.3g} ml; take that much or less.",
                "volume_ml",
            )
        share = move.volume_ml / whole
        if whole - move.volume_ml <= _NOTHING_ML * whole:
            share = 1.0
        load = {paint: ml * share for paint, ml in pile.items()}
        for paint, ml in load.items():
            pile[paint] -= ml
        if share == 1.0:
            pile.clear()
        return load


def _pour(load: Mapping[Paint, float], onto: dict[Paint, float]) -> None:
    """Put paint where some of it may lie already; a paint is known by its key."""
    known = {paint.key: paint for paint in onto}
    for paint, ml in load.items():
        there = known.setdefault(paint.key, paint)
        onto[there] = onto.get(there, 0.0) + ml


def pile_of(parts: Sequence[tuple[Paint, float]], viewing: Viewing = DEFAULT_VIEWING) -> Pile:
    """A pile of these millilitres, put on in order.

    Parameters
    ----------
    parts : sequence of (Paint, float)
        Paints and parts by volume.
    """
    entries = tuple(Added("pile", paint, ml) for paint, ml in parts)
    return Palette(entries, viewing).piles.get("pile", Pile())


def equal_loads(volume_ml: float, into: int) -> list[float]:
    """Millilitres to carry away, one for each further pile, to split a pile into equal parts.

    Parameters
    ----------
    volume_ml : float
        Millilitres, above zero.
    into : int
        How many piles it is to be, 2 or more.

    Raises
    ------
    InputError
        For a number of parts that cannot be had.
    """
    if not 2 <= into <= 12:
        raise InputError("Split it into 2 to 12 piles.", "into")
    return [volume_ml / into] * (into - 1)


def given_loads(volume_ml: float, shares: Sequence[float]) -> list[float]:
    """Millilitres to carry away to split a pile in given parts; the first part stays.

    Parameters
    ----------
    volume_ml : float
        Millilitres, above zero.
    shares : sequence of float
        Of the pile, adding to 1 or to anything that stands for it.

    Raises
    ------
    InputError
        For a number of parts or a part that cannot be had.
    """
    if not 2 <= len(shares) <= 12:
        raise InputError("Give the parts of 2 to 12 piles.", "shares")
    parts = [checked_amount(share, "shares", least=1e-3, most=1e3) for share in shares]
    return [volume_ml * part / sum(parts) for part in parts[1:]]
