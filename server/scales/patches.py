"""The patches of a sheet as they are computed, and as they are kept."""

from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.mixing.layers import Laying
from mesotint.mixing.mixture import Appearance, Viewing
from mesotint.mixing.near import near_names
from mesotint.paints.library import Paint
from mesotint.planning.patch import Patch
from server.kept.looks import look
from server.mixtures.answers import Part
from server.mixtures.services import in_tubes, parts_of, shares_of
from server.scales.answers import PatchOut
from server.tubes.services import PaintBox


@dataclass(frozen=True)
class PatchResult:
    """What is kept of a patch; `shares` are of its tubes, none where a paint is in no tube."""

    label: str
    lab: tuple[float, float, float]
    srgb: str
    in_gamut: bool
    munsell: str
    name: str
    parts: list[Part]
    rounding_delta_e: float
    shares: dict[int, float] | None


@dataclass(frozen=True)
class Result:
    """What is kept of a sheet."""

    summary: str
    columns: int
    patches: list[PatchResult]


_NO_MIXTURE: Final = {"mixture": None, "uncertainty_delta_e": None}
"""Of layers: no mixture is what they are, and no ± of one is theirs."""


@dataclass(frozen=True)
class Patches:
    """The patches of a sheet, in order, and what they are mixed from.

    `ingredients` are the paints of which mixtures among `paints` are made, by key; `columns` is
    how many patches stand in a row; `summary` says in a sentence what the sheet found. `layered`
    are the looks of layers, whose patches tell the upper one, and `laying` how they are laid;
    `advice` is what the work plan says beside its lines.
    """

    box: PaintBox
    viewing: Viewing
    paints: tuple[Paint, ...]
    labels: tuple[str, ...]
    patches: tuple[Patch, ...]
    columns: int
    summary: str
    ingredients: dict[str, Paint]
    layered: tuple[Appearance, ...] = ()
    laying: Laying | None = None
    advice: tuple[str, ...] = ()

    def out(self, *, absent: bool = True) -> list[PatchOut]:
        """The patches as the API tells them, with the paints absent from each or without."""
        patches = [
            patch_out(label, self.paints, patch, self.box, absent=absent)
            for label, patch in zip(self.labels, self.patches, strict=True)
        ]
        if not self.layered:
            return patches
        near = near_names(np.array([seen.lab for seen in self.layered]))
        return [
            patch.model_copy(update={**_NO_MIXTURE, "look": look(seen, seen.srgb), "near": name})
            for patch, seen, name in zip(patches, self.layered, near, strict=True)
        ]

    @property
    def result(self) -> Result:
        """What is kept of them."""
        told = []
        looks = self.layered or tuple(patch.appearance for patch in self.patches)
        for label, patch, seen in zip(self.labels, self.patches, looks, strict=True):
            told.append(
                PatchResult(
                    label=label[:120],
                    lab=seen.lab,
                    srgb=seen.srgb,
                    in_gamut=seen.in_gamut,
                    munsell=seen.munsell,
                    name=seen.name,
                    parts=parts_of(self.paints, patch, absent=False),
                    rounding_delta_e=patch.whole.cost_delta_e,
                    shares=None if self.layered else shares_of(self.box, self.paints, patch.parts),
                )
            )
        return Result(summary=self.summary, columns=self.columns, patches=told)


def patch_out(
    label: str,
    paints: tuple[Paint, ...],
    patch: Patch,
    box: PaintBox,
    *,
    absent: bool = True,
) -> PatchOut:
    """A patch as the API tells it; paints that are absent from it are told or left out."""
    return PatchOut(
        label=label,
        look=look(patch.appearance, patch.opened_srgb),
        parts=parts_of(paints, patch, absent=absent),
        mixture=in_tubes(box, paints, patch.parts),
        rounding_delta_e=patch.whole.cost_delta_e,
        uncertainty_delta_e=patch.uncertainty,
        near=patch.near,
    )
