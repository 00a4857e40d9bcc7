"""``mesotint sheet`` and ``read``: a sheet to paint, and what a photograph of it tells."""

import argparse
import json
from collections.abc import Sequence
from datetime import datetime
from functools import partial
from pathlib import Path
from typing import Any

import numpy as np

from mesotint.colour.lamps import KINDS
from mesotint.commands.reading import viewing_from
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.mixture import WHITE_TEST_PARTS, Viewing, appearances
from mesotint.mixing.muting.trail import Trail
from mesotint.optics.grid import Array
from mesotint.painted.layout import LAYOUT_FILE, SheetLayout, read_layout
from mesotint.painted.placing import Sheet, SheetPatch, layouts
from mesotint.painted.read import BoxReading, SheetReading, TubeReading, read_sheet
from mesotint.painted.sheet import draw
from mesotint.paints.cautions import cautions
from mesotint.paints.library import Paint, library
from mesotint.planning.amounts import whole_parts
from mesotint.planning.calibration_sheet import calibration_sheet
from mesotint.planning.scale import Scale


def sheet(args: argparse.Namespace) -> None:
    """A sheet to paint, as PDF, with its layout as JSON beside it."""
    viewing = viewing_from(vars(args))
    tubes = [library().paint(key) for key in args.paints]
    white = library().white
    if args.calibration:
        paints, mixtures = calibration_sheet(tubes, white)
        labels = [each.label for each in mixtures]
        parts = np.array([each.parts for each in mixtures])
        name = "Calibration sheet"
    elif len(tubes) == 2:
        paints, labels, parts = _scale(tubes, args, viewing)
        name = f"{tubes[0].name} and {tubes[1].name}"
    else:
        raise InputError("A scale is of two paints; for others say --calibration.", "paints")
    drawn = Sheet(
        name=name,
        summary=", ".join(paint.name for paint in paints),
        changed=datetime.fromisoformat(args.date) if args.date else datetime.now(),
        patches=_patches(labels, parts, paints, viewing),
        columns=5 if args.calibration or len(parts) > 13 else 1,
        grid=bool(args.calibration or len(parts) > 13),
        medium=viewing.medium,
        finish=viewing.finish,
        ground=viewing.ground if viewing.medium == "wash" else "",
        cautions=cautions(paints),
    )
    pages = layouts(drawn, args.size)
    target = Path(args.to).with_suffix("")
    written = [target.with_suffix(".pdf")]
    written[0].write_bytes(draw(drawn, "pdf", args.size))
    for number, page in enumerate(pages, start=1):
        more = f"-{number}" if len(pages) > 1 else ""
        written.append(target.with_name(f"{target.name}{more}.layout.json"))
        written[-1].write_text(LAYOUT_FILE.written(page), "utf-8")
    if args.json:
        boxes = [
            {"label": label, "parts": _named(paints, row)}
            for label, row in zip(labels, parts, strict=True)
        ]
        print(json.dumps({"files": [str(file) for file in written], "boxes": boxes}))
        return
    for file in written:
        print(file)


def _scale(
    tubes: Sequence[Paint], args: argparse.Namespace, viewing: Viewing
) -> tuple[list[Paint], list[str], Array]:
    trail = Trail(tubes[0], tubes[1], 0.0, viewing)
    shares = np.array([step.share for step in Scale(trail, args.steps, "chroma", False).steps])
    white = library().white
    rows = np.column_stack([1 - shares, shares, np.zeros_like(shares)])
    labels = [f"step {number}" for number in range(1, len(rows) + 1)]
    if args.opened:
        open_rows = rows + np.array([0, 0, WHITE_TEST_PARTS])
        rows = np.concatenate([rows, open_rows, [[0, 0, 1.0]]])
        labels = [*labels, *(f"{label}, opened" for label in labels), white.name.lower()]
    return [*tubes, white], labels, rows


def _named(paints: Sequence[Paint], row: Array) -> dict[str, float]:
    return {
        paint.key: float(f"{part:.6g}")
        for paint, part in zip(paints, row.tolist(), strict=True)
        if part > 0
    }


def _patches(
    labels: Sequence[str], parts: Array, paints: Sequence[Paint], viewing: Viewing
) -> list[SheetPatch]:
    looks = appearances(viewing.lab(parts, paints))
    told = whole_parts(parts, partial(viewing.lab, paints=paints))
    patches = []
    for label, row, look, whole in zip(labels, parts, looks, told, strict=True):
        amounts = [
            f"{part} {paint.name.lower()}"
            for part, paint in zip(whole.parts, paints, strict=True)
            if part > 0
        ]
        patches.append(
            SheetPatch(label, look.munsell, look.name, look.srgb, look.in_gamut, amounts,
                       amounts=_named(paints, row))
        )  # fmt: skip
    return patches


def read(args: argparse.Namespace) -> None:
    """What is in the boxes of a painted sheet, and what that says of its tubes."""
    if args.light and args.light not in KINDS:
        near = nearest_words(args.light, KINDS) or list(KINDS)
        raise InputError(f"No light is called '{args.light}'; choose {', '.join(near)}.", "light")
    layout = _layout(args.layout)
    found = read_sheet(_bytes(args.photograph, "photograph"), layout, light=args.light)
    if args.json:
        print(json.dumps(_answer(found, args.calibrate)))
        return
    for box in found.boxes:
        told = f"ΔE {box.delta_e:.1f} from meant" if box.told else ""
        print(f"{box.id:<6}{box.label:<32}{box.remark:<48}{told}")
    for remark in found.remarks:
        print(remark)


def _bytes(path: str, field: str) -> bytes:
    try:
        return Path(path).read_bytes()
    except OSError as error:
        raise InputError(f"'{path[-80:]}' cannot be read: {error.strerror}.", field) from None


def _layout(path: str) -> SheetLayout:
    return read_layout(_bytes(path, "layout"))


def _answer(found: SheetReading, calibrate: bool) -> dict[str, Any]:
    return {
        "patches": [_patch_answer(box) for box in found.boxes],
        "tubes": {tube.key: _tube_answer(tube, calibrate) for tube in found.tubes},
        "camera": {"light": found.light, "sensor": found.sensor, "markers": list(found.markers)},
        "remarks": list(found.remarks),
    }


def _patch_answer(box: BoxReading) -> dict[str, Any]:
    def figures(lab: Array) -> list[float] | None:
        return [round(float(v), 3) for v in lab] if np.isfinite(lab).all() else None

    return {
        "id": box.id,
        "lab": figures(box.lab),
        "spread": round(box.spread, 3),
        "predicted": figures(box.predicted),
        "learnt": figures(box.learnt),
        "delta_e": round(box.delta_e, 3) if box.told else None,
        "remark": box.remark,
    }


def _tube_answer(tube: TubeReading, calibrate: bool) -> dict[str, Any]:
    paint = tube.learnt if calibrate else tube.before
    return {
        "absorption": [float(f"{v:.7g}") for v in paint.absorption],
        "scattering": [float(f"{v:.7g}") for v in paint.scattering],
        "uncertainty": round(tube.uncertainty if calibrate else tube.uncertainty_before, 3),
    }
