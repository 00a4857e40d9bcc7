"""A colour in a table: CIELAB in three columns that are read and written as one."""

from collections.abc import Sequence
from typing import Any

import numpy as np
from django.db.models import FloatField, Model

from mesotint.optics.grid import Array


class ColourField(property):
    """CIELAB (D65, 2°) of a row, shape (3,); none where `null` is and nothing is known.

    The columns are `lightness`, `a` and `b`, after a prefix where a row has more than one colour.
    """

    def __init__(self, prefix: str = "", *, null: bool = False) -> None:
        super().__init__(self._read, self._write)
        self.columns = tuple(f"{prefix}{axis}" for axis in ("lightness", "a", "b"))
        self.null = null

    def contribute_to_class(self, model: Any, name: str) -> None:
        """Give a model the columns, and itself under its name."""
        for column in self.columns:
            model.add_to_class(column, FloatField(null=self.null))
        setattr(model, name, self)

    def _read(self, row: Model) -> Array | None:
        figures = [getattr(row, column) for column in self.columns]
        return None if None in figures else np.array(figures)

    def _write(self, row: Model, lab: Array | Sequence[float] | None) -> None:
        for column, figure in self.values(lab).items():
            setattr(row, column, figure)

    def values(self, lab: Array | Sequence[float] | None) -> dict[str, Any]:
        """A colour by the names of its columns, for a row to be made with."""
        figures = [None] * 3 if lab is None else [float(figure) for figure in lab]
        return dict(zip(self.columns, figures, strict=True))
