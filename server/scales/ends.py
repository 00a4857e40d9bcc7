"""A painter's tubes and mixtures as paints of the core."""

from collections.abc import Iterable, Sequence
from typing import Any

import numpy as np

from mesotint.colour.srgb import hex_from_lab, neutral_hex
from mesotint.mixing.mixture import Appearance, Viewing, appearances
from mesotint.mixing.muting import BLACK_FAMILIES
from mesotint.mixing.partners import Line
from mesotint.mixing.traces import touch
from mesotint.optics.grid import Array
from mesotint.paints.library import WATER, Paint, mixed_tube
from mesotint.planning.making import MIXTURE_FAMILY
from mesotint.planning.patch import Patch
from server.painters.models import Painter
from server.scales.answers import LineOut, LookOut, PaintRef, PartOut
from server.scales.requests import (
    MOST_IN_MIXTURE,
    ChartIn,
    EndIn,
    ScaleIn,
    Seen,
    TriangleIn,
    TubePart,
)
from server.tubes.services import PaintBox


def ends_of(asked: ScaleIn | TriangleIn | ChartIn) -> list[EndIn]:
    """Every tube or mixture that a request names."""
    match asked:
        case ScaleIn():
            return [asked.first, asked.second, *([asked.third.end] if asked.third else [])]
        case TriangleIn():
            return list(asked.corners)
        case ChartIn():
            return [*asked.ends, *([asked.dark] if asked.dark else [])]


def viewing_of(asked: Seen) -> Viewing:
    """Medium, finish, light and ground of a request."""
    return Viewing(asked.medium, asked.finish, asked.light, ground=asked.ground)


def box_of(painter: Painter, ends: Iterable[EndIn] = ()) -> PaintBox:
    """The painter's tubes: those in the box, and those the ends name, wherever they are."""
    return PaintBox(painter, {part.tube for end in ends for part in end.parts})


def paint_of(box: PaintBox, end: EndIn) -> Paint:
    """The tube's paint, or the mixture as one paint."""
    if len(end.parts) == 1:
        return box.paint(end.parts[0].tube)
    parts: dict[Paint, float] = {}
    for part in end.parts:
        paint = box.paint(part.tube)
        parts[paint] = parts.get(paint, 0.0) + part.parts
    told = " with ".join(paint.name.lower() for paint in parts)
    name = end.name.strip() or told[0].upper() + told[1:]
    key = "mix:" + "+".join(f"{amount:.6g}{paint.key}" for paint, amount in parts.items())
    return mixed_tube(key, name, MIXTURE_FAMILY, parts)


def ingredients_of(box: PaintBox, ends: Iterable[EndIn]) -> dict[str, Paint]:
    """Paints by key of which the mixtures among the ends are made."""
    paints = [box.paint(part.tube) for end in ends for part in end.parts]
    return {paint.key: paint for paint in paints}


def dark_of(box: Sequence[Paint], fallback: Paint) -> Paint:
    """What darkens when nothing is said: the first black of a box, or else the fallback."""
    return next((paint for paint in box if paint.family in BLACK_FAMILIES), fallback)


def refs(paints: Sequence[Paint]) -> list[PaintRef]:
    """Paints as the API names them."""
    return [PaintRef(key=paint.key, name=paint.name) for paint in paints]


def look_out(look: Appearance) -> LookOut:
    """An appearance as the API tells it."""
    return LookOut(**look_fields(look))


def look_fields(look: Appearance) -> dict[str, Any]:
    """Fields of an appearance that travel with every colour."""
    return {key: getattr(look, key) for key in LookOut.model_fields}


def looks_of(paints: Sequence[Paint], viewing: Viewing) -> list[LookOut]:
    """How paints look by themselves."""
    labs = np.array([viewing.lab(np.ones(1), [paint]) for paint in paints])
    return [look_out(look) for look in appearances(labs)]


def mixture_of(
    box: PaintBox, paints: Sequence[Paint], parts: Sequence[float]
) -> list[TubePart] | None:
    """A patch in tubes; none where one of its paints is in no tube, or it takes too many."""
    amounts: dict[int, float] = {}
    total = sum(parts)
    for paint, part in zip(paints, parts, strict=True):
        if part <= 0 or paint is WATER:
            continue
        # A paint that is itself in a tube is taken from it, though it be a mixture.
        made_of = [(paint.key, 1.0)] if paint.key in box.tube_of else paint.recipe
        whole = sum(amount for _, amount in made_of)
        for key, amount in made_of:
            if key not in box.tube_of:
                return None
            tube = box.tube_of[key]
            amounts[tube] = amounts.get(tube, 0.0) + part / total * amount / whole
        if not made_of:
            return None
    if not 1 <= len(amounts) <= MOST_IN_MIXTURE:
        return None
    scale = 100 / max(amounts.values())
    return [
        TubePart(tube=tube, parts=float(f"{amount * scale:.6g}"))
        for tube, amount in amounts.items()
    ]


def patch_fields(
    label: str, paints: Sequence[Paint], patch: Patch, box: PaintBox, *, absent: bool = True
) -> dict[str, Any]:
    """Fields of a `PatchOut`; paints that are absent from the patch are told or left out."""
    return {
        "mixture": mixture_of(box, paints, patch.parts),
        **look_fields(patch.appearance),
        "opened_srgb": patch.opened_srgb,
        "label": label,
        "parts": parts_out(paints, patch, absent=absent),
        "rounding_delta_e": patch.whole.cost_delta_e,
        "uncertainty_delta_e": patch.uncertainty,
    }


def parts_out(paints: Sequence[Paint], patch: Patch, *, absent: bool = True) -> list[PartOut]:
    """The parts of a patch; paints that are absent from it are told or left out."""
    return [
        part_out(paint.key, paint.name, exact, whole, of)
        for paint, exact, whole, of in zip(
            paints, patch.parts, patch.whole.parts, patch.whole.touches, strict=True
        )
        if absent or exact > 0
    ]


def part_out(key: str, name: str, exact: float, whole: int, touch_of: int) -> PartOut:
    """One part of a patch, as a painter would measure it."""
    says = touch(touch_of) if touch_of else str(whole)
    return PartOut(key=key, name=name, exact=exact, whole=whole, touch=touch_of, says=says)


def line_fields(labs: Array, opened: Array) -> dict[str, Any]:
    """Fields of a `LineOut` from CIELAB, shape (n, 3), plain and opened."""
    return lines_fields(labs[None], opened[None])[0]


def lines_fields(labs: Array, opened: Array) -> list[dict[str, Any]]:
    """Fields of `LineOut` for each of some lines of equal length, shape (lines, n, 3)."""
    flat, points = labs.reshape(-1, 3), labs.shape[1]
    srgb, inside = hex_from_lab(flat)
    told = {
        "lab": np.round(flat, 2).tolist(),
        "srgb": srgb,
        "in_gamut": inside,
        "value_srgb": neutral_hex(flat[:, 0]),
        "opened_srgb": hex_from_lab(opened.reshape(-1, 3))[0],
    }
    return [
        {name: values[at : at + points] for name, values in told.items()}
        for at in range(0, len(flat), points)
    ]


def line_out(line: Line) -> LineOut:
    """A partner's trail as the API tells it."""
    return LineOut(**line_fields(line.labs, line.opened_labs))
