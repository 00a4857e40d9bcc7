"""What was read off a photograph, as it is kept with it."""

from dataclasses import replace

import numpy as np
from pydantic import BaseModel

from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.optics.grid import Array
from mesotint.painted.layout import SheetLayout
from mesotint.painted.read import BoxReading, SheetReading, TubeReading
from mesotint.paints.library import Paint
from mesotint.paints.stray import Doubts
from server.kept.looks import Lab
from server.tubes.models import Tube


class BoxResult(BaseModel):
    """One box: its parts by the keys of its paints, and CIELAB as it was meant, as the tubes that
    were learnt make it, and as it was painted; none of the last where it tells nothing."""

    id: str
    label: str
    parts: dict[str, float]
    remark: str
    spread: float
    delta_e: float | None
    meant: Lab
    learnt: Lab
    painted: Lab | None

    @classmethod
    def of(cls, box: BoxReading, parts: dict[str, float]) -> "BoxResult":
        """A box as the core read it."""
        return cls(
            id=box.id, label=box.label, parts=parts, remark=box.remark, spread=box.spread,
            delta_e=box.delta_e if box.told else None,
            meant=_lab(box.predicted), learnt=_lab(box.learnt),
            painted=_lab(box.lab) if box.told else None,
        )  # fmt: skip


class TubeResult(BaseModel):
    """One tube: CIELAB of its masstone and its ± before and after, and the optics it was learnt to
    have, one figure for each wavelength; `doubts` as `paints.stray.Doubts` has them."""

    key: str
    tube: int | None
    name: str
    before: Lab
    after: Lab
    doubt_before: float
    doubt: float
    absorption: list[float]
    scattering: list[float]
    doubts: list[list[list[float]]]
    doubt_names: list[str]

    @classmethod
    def of(cls, read: TubeReading, tubes: dict[str, Tube]) -> "TubeResult":
        """A tube as the core learnt it."""
        learnt, tube = read.learnt, tubes.get(read.key)
        return cls(
            key=read.key, tube=tube.pk if tube else None, name=read.before.name,
            before=_masstone(read.before), after=_masstone(learnt),
            doubt_before=read.uncertainty_before, doubt=read.uncertainty,
            absorption=learnt.absorption.tolist(), scattering=learnt.scattering.tolist(),
            doubts=learnt.doubts.moves.tolist(), doubt_names=list(learnt.doubts.names),
        )  # fmt: skip

    def learnt(self, paint: Paint) -> Paint:
        """The paint in the tube as it was learnt to be."""
        return replace(
            paint,
            absorption=np.array(self.absorption),
            scattering=np.array(self.scattering),
            doubts=Doubts(tuple(self.doubt_names), np.array(self.doubts, dtype=np.float64)),
        )


class Result(BaseModel):
    """All that one photograph told, and how its sheet is to be looked at."""

    light: str
    remarks: list[str]
    medium: str
    finish: str
    ground: str
    boxes: list[BoxResult]
    tubes: list[TubeResult]

    @classmethod
    def of(cls, found: SheetReading, layout: SheetLayout, tubes: dict[str, Tube]) -> "Result":
        """A sheet as the core read it off its layout."""
        return cls(
            light=found.light, remarks=list(found.remarks),
            medium=layout.medium, finish=layout.finish, ground=layout.ground,
            boxes=[
                BoxResult.of(box, dict(placed.parts))
                for box, placed in zip(found.boxes, layout.boxes, strict=True)
            ],
            tubes=[TubeResult.of(tube, tubes) for tube in found.tubes],
        )  # fmt: skip


def _lab(values: Array) -> Lab:
    lightness, a, b = values.tolist()
    return lightness, a, b


def _masstone(paint: Paint) -> Lab:
    return _lab(DEFAULT_VIEWING.lab(np.ones(1), [paint]))
