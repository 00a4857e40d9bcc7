"""What mutes what: partners of a colour, the schools side by side, and two scales compared."""

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import hex_from_lab, neutral_hex
from mesotint.mixing import muting
from mesotint.mixing import partners as core
from mesotint.mixing.mixture import appearances, together
from mesotint.planning.patch import patches_of
from server.painters.models import Painter
from server.scales.answers import (
    CompareOut,
    FixOut,
    OpenedOut,
    PartnerOut,
    WayOut,
)
from server.scales.ends import (
    box_of,
    line_out,
    look_fields,
    paint_of,
    patch_fields,
    viewing_of,
)
from server.scales.models import Sheet
from server.scales.requests import CompareIn, PartnersIn, ScaleIn, WaysIn
from server.scales.scale import compute
from server.tubes.services import PaintBox

RUN = 7
"""Patches in the small run of a partner."""


def partners(painter: Painter, asked: PartnersIn) -> list[PartnerOut]:
    """Every tube in the box as a partner, nearest to neutral first."""
    box, viewing = box_of(painter, [asked.end]), viewing_of(asked)
    paint = paint_of(box, asked.end)
    found = core.partners(paint, box.paints, asked.lightener, viewing)
    looks = appearances(np.array([partner.lab for partner in found]))
    return [
        PartnerOut(
            tube=box.tube_of[partner.paint.key],
            label=partner.paint.name,
            share=partner.share,
            chroma=partner.chroma,
            lean=partner.lean,
            miss=partner.miss,
            passes=list(partner.passes),
            relation=partner.relation,
            remark=partner.remark,
            ends_there=partner.ends_there,
            line=line_out(partner.line),
            run=_run(partner.line),
            fix=_fix_out(partner, box),
            **look_fields(look),
        )
        for partner, look in zip(found, looks, strict=True)
    ]


def _run(line: core.Line) -> list[OpenedOut]:
    """A few patches of a trail, even along it."""
    at = np.linspace(0, len(line.labs) - 1, RUN).round().astype(int)
    codes, inside = hex_from_lab(line.labs[at])
    values, opened = neutral_hex(line.labs[at][:, 0]), hex_from_lab(line.opened_labs[at])[0]
    return [
        OpenedOut(srgb=code, value_srgb=value, in_gamut=shown, opened_srgb=light)
        for code, value, shown, light in zip(codes, values, inside, opened, strict=True)
    ]


def _fix_out(partner: core.Partner, box: PaintBox) -> FixOut | None:
    fix, line = partner.fix, partner.fixed_line
    if fix is None or line is None or partner.lean is None:
        return None
    return FixOut(
        tube=box.tube_of[fix.paint.key] if fix.owned else None,
        parts=fix.parts,
        chroma=fix.chroma,
        says=fix.in_words(partner.lean),
        line=line_out(line),
    )


def ways(painter: Painter, asked: WaysIn) -> list[WayOut]:
    """The same colour muted to the same chroma by every school the box has paints for."""
    box, viewing = box_of(painter, [asked.end]), viewing_of(asked)
    paint = paint_of(box, asked.end)
    found = muting.ways_to_mute(
        paint,
        asked.chroma,
        box.paints,
        viewing,
        keep_value=asked.keep_value,
        keep_hue=asked.keep_hue,
    )
    paints, parts = together([(way.paints, way.parts) for way in found])
    patches = patches_of(parts, paints, viewing)
    return [
        WayOut(
            school=way.school,
            hue_drift=way.hue_drift,
            value_change=way.value_change,
            strength=way.strength,
            reached=way.reached,
            **patch_fields(way.school, paints, patch, box, absent=False),
        )
        for way, patch in zip(found, patches, strict=True)
    ]


def compare(painter: Painter, asked: CompareIn, other: Sheet) -> CompareOut:
    """A scale beside a saved one, which is taken in as many steps."""
    mine = compute(painter, asked.request)
    wanted = ScaleIn(**other.request).model_copy(
        update={"steps": asked.request.steps, "pins": [], "light": asked.request.light}
    )
    theirs = compute(painter, wanted)
    labs = [np.array([step.appearance.lab for step in of.steps]) for of in (mine, theirs)]
    return CompareOut(
        name=other.name,
        steps=theirs.made.patches_out(),
        delta_e=delta_e_2000(labs[0], labs[1]).tolist(),
    )
