"""What mutes what: partners of a colour, the schools of muting, and two scales compared."""

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.errors import InputError
from mesotint.mixing.mixture import together
from mesotint.mixing.muting import partners as core
from mesotint.mixing.muting.by_schools import schools_of_muting
from mesotint.mixing.muting.pairs import Line
from mesotint.mixing.muting.schools import KINDS as SCHOOLS
from mesotint.planning.patch import patches_of
from server.kept.looks import Swatch, line, looks, swatches
from server.mixtures.services import box_of, paint_of
from server.painters.models import Painter
from server.scales.answers import CompareOut, FixOut, MutingOut, PartnerOut, request_of
from server.scales.chart import compute
from server.scales.models import Sheet
from server.scales.patches import patch_out
from server.scales.requests import CompareIn, MutingIn, PartnersIn
from server.tubes.services import PaintBox

ONLY_SCALES = "Only a scale is held beside a scale; choose another one."

RUN = 7
"""Patches in the small run of a partner."""


def partners(painter: Painter, asked: PartnersIn) -> list[PartnerOut]:
    """Every tube in the box as a partner, the best first; blacks and greys last."""
    box, viewing = box_of(painter, [asked.mixture]), asked.viewing
    paint = paint_of(box, asked.mixture)
    found = core.partners(paint, box.advised, asked.lightener, viewing)
    seen = looks([partner.lab for partner in found])
    return [
        PartnerOut(
            tube=box.tube_of[partner.paint.key],
            label=partner.paint.name,
            look=look,
            share=partner.share,
            chroma=partner.chroma,
            lean=partner.lean,
            miss=partner.miss,
            passes=list(partner.passes),
            relation=partner.relation,
            remark=partner.remark,
            residue=partner.residue,
            opened_miss=partner.opened_miss,
            opposite=partner.opposite,
            grey=partner.grey,
            sharing=partner.sharing,
            why=partner.why,
            ends_there=partner.ends_there,
            line=line(partner.line.labs, partner.line.opened_labs),
            run=_run(partner.line),
            fix=_fix_out(partner, box),
        )
        for partner, look in zip(found, seen, strict=True)
    ]


def _run(of: Line) -> list[Swatch]:
    """A few patches of a trail, even along it."""
    at = np.linspace(0, len(of.labs) - 1, RUN).round().astype(int)
    return swatches(of.labs[at], of.opened_labs[at])


def _fix_out(partner: core.Partner, box: PaintBox) -> FixOut | None:
    fix, fixed = partner.fix, partner.fixed_line
    if fix is None or fixed is None or partner.lean is None:
        return None
    return FixOut(
        tube=box.tube_of[fix.paint.key] if fix.owned else None,
        parts=fix.parts,
        chroma=fix.chroma,
        says=fix.in_words(partner.lean),
        line=line(fixed.labs, fixed.opened_labs),
    )


def schools(painter: Painter, asked: MutingIn) -> list[MutingOut]:
    """The same colour muted to the same chroma by every school the box has paints for."""
    box, viewing = box_of(painter, [asked.mixture]), asked.viewing
    found = schools_of_muting(
        paint_of(box, asked.mixture),
        asked.chroma,
        box.advised,
        viewing,
        keep_value=asked.keep_value,
        keep_hue=asked.keep_hue,
    )
    paints, parts = together([(school.paints, school.parts) for school in found])
    return [
        MutingOut(
            school=school.key,
            title=SCHOOLS[school.key].title,
            patch=patch_out(school.key, paints, patch, box, absent=False),
            hue_drift=school.hue_drift,
            value_change=school.value_change,
            strength=school.strength,
            reached=school.reached,
        )
        for school, patch in zip(found, patches_of(parts, paints, viewing), strict=True)
    ]


def compare(painter: Painter, asked: CompareIn, other: Sheet) -> CompareOut:
    """A scale beside a saved one, which is taken in as many steps, their rows left out."""
    mine = compute(box_of(painter, asked.request.asked_for), asked.request)
    if mine.chart.run is None:
        raise InputError(ONLY_SCALES, "request")
    wanted = request_of(other).model_copy(
        update={
            **{"steps": mine.chart.run.count, "pins": [], "openings": []},
            "light": asked.request.light,
        }
    )
    theirs = compute(box_of(painter, wanted.asked_for), wanted)
    if theirs.chart.run is None:
        raise InputError(ONLY_SCALES, "sheet")
    runs = (mine.chart.run, theirs.chart.run)
    labs = [run.trail.lab(run.shares) for run in runs]
    return CompareOut(
        name=other.name,
        steps=theirs.made.out(),
        delta_e=delta_e_2000(labs[0], labs[1]).tolist(),
    )
