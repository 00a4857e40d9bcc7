"""A sheet as it was computed, whatever its kind."""

from dataclasses import dataclass

from mesotint.mixing.mixture import Viewing
from mesotint.paints.library import Paint
from mesotint.planning.patch import Patch
from server.scales.answers import PatchOut
from server.scales.ends import patch_fields
from server.tubes.services import PaintBox


@dataclass(frozen=True)
class Made:
    """The patches of a sheet, in order, and what they are mixed from.

    `ingredients` are the paints of which mixtures among `paints` are made, by key; `columns` is
    how many patches stand in a row; `summary` says in a sentence what the sheet found.
    """

    box: PaintBox
    viewing: Viewing
    paints: tuple[Paint, ...]
    labels: tuple[str, ...]
    patches: tuple[Patch, ...]
    columns: int
    summary: str
    ingredients: dict[str, Paint]

    def patches_out(self, *, absent: bool = True) -> list[PatchOut]:
        """The patches as the API tells them, with the paints absent from each or without."""
        return [
            PatchOut(**patch_fields(label, self.paints, patch, self.box, absent=absent))
            for label, patch in zip(self.labels, self.patches, strict=True)
        ]
