"""Glazes over dry layers, and the mixtures beside them."""

from dataclasses import dataclass
from typing import Annotated, Final

from mesotint.mixing.layers import (
    THICKEST,
    THINNEST,
    Laying,
    laid_in_words,
    layer_grid,
    layer_in_words,
    thickness,
)
from mesotint.paints.library import Paint
from mesotint.planning.charts.cells import Cell, names_in_words
from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
from mesotint.planning.charts.options import Number, Toggle
from mesotint.planning.examples import first_of


@dataclass(frozen=True)
class Options:
    """What is chosen of glazes; how thick they lie is moved on the chart itself."""

    bare: Annotated[bool, Toggle("Bare ground first", ground=True)] = True
    coats: Annotated[float, Number(THINNEST, THICKEST)] = 0.3


def _chart(inputs: Inputs[Options]) -> Chart:
    chosen, viewing = inputs.options, inputs.viewing
    glazes, below = inputs.columns, inputs.mixtures
    ground = viewing.ground if chosen.bare else ""
    layers = layer_grid(
        [{paint: 1.0} for paint in below],
        [{paint: 1.0} for paint in glazes],
        viewing,
        ground,
        chosen.coats,
    )
    at = layers.nearest(chosen.coats)
    how = laid_in_words(chosen.coats)
    unders: list[Paint | None] = [*([None] if ground else []), *below]
    names = ["bare ground, " + ground if paint is None else paint.name for paint in unders]
    rows, remarks = [], []
    for i, (under, name) in enumerate(zip(unders, names, strict=True)):
        partner = under or viewing.lightener
        shares = layers.mixed_shares[i, :, at].tolist()
        facts = [
            {
                "under": under.key if under else ground,
                "over": glaze.key,
                "mixture": {partner.key: 1 - share, glaze.key: share},
                "mixture_lab": layers.mixed_labs[i, j, at].tolist(),
                "delta_e": float(layers.away[i, j, at]),
            }
            for j, (glaze, share) in enumerate(zip(glazes, shares, strict=True))
        ]
        rows.append([
            Cell(f"{glaze.name} over {name.lower()}", (glaze,), (1.0,), lab, known)
            for glaze, lab, known in zip(glazes, layers.labs[i, :, at], facts, strict=True)
        ])  # fmt: skip
        remarks.append([
            layer_in_words(glaze.name, name, chosen.coats, partner.name, share)
            for glaze, share in zip(glazes, shares, strict=True)
        ])  # fmt: skip
    first = [f"Lay {names_in_words(below)}, each in its row, and let it dry."] if below else []
    over = f"Then lay {names_in_words(glazes)}, each down its column: {how}."
    return Chart(
        f"Glazes over dry layers: {how}",
        rows,
        [name[0].upper() + name[1:] for name in names],
        [paint.name for paint in glazes],
        remarks=remarks,
        layers=layers,
        laying=Laying(tuple(unders), tuple(glazes), chosen.coats, how),
        advice=(*first, over),
    )


KIND: Final = Kind(
    key="layers",
    title="Glazes",
    noun="Glazes",
    question="Choose what lies dry below, down, and what is glazed over it, across.",
    takes="Glazes take up to eight dry layers down, and one to eight glazes across.",
    sides={
        "mixtures": Side("Dry below", 0, 8, example=first_of(
            ("PV23", "PB29", "PBr7-burnt-umber", "PY43", "PW6"), 4)),
        "columns": Side("Glazed over", 1, 8, example=first_of(
            ("PY43", "PV19", "PO20", "PB15:3", "PG18", "PG7"), 4)),
    },
    options=Options,
    compute=_chart,
    rank=40,
    flags={"mixtures": "under", "columns": "over"},
    laid=lambda chosen: thickness(chosen.coats),
    opaque=True,
)  # fmt: skip
