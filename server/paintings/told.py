"""How paintings are told: passages before and after, figures, mothers and schools."""

from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import hex_from_lab
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.harmony.candidates import Harmony, harmony, main_grey, mixtures_of, ranked, trade_off
from mesotint.harmony.figures import figures
from mesotint.harmony.judgement import Judged, already_together
from mesotint.harmony.mother import Mother
from mesotint.harmony.painting import Painting
from mesotint.harmony.patchwork import Patchwork, patchwork
from mesotint.harmony.schools import School, schools
from mesotint.harmony.unity import seen
from mesotint.mixing.mixture import appearances
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from server.painters.models import Painter
from server.paintings.answers import (
    CandidateOut,
    CandidatesOut,
    CurveOut,
    FigureOut,
    HarmonisedOut,
    HarmonyOut,
    JudgedOut,
    MotherOut,
    SchoolOut,
    SeenOut,
    ShareOut,
)
from server.paintings.composing import Composed, compose
from server.paintings.requests import MotherIn, PaintingRequest, SchoolsIn
from server.piles.schemas import OpenedLookOut
from server.scales.answers import TrailOut
from server.scales.ends import lines_fields, look_fields, mixture_of
from server.scales.requests import EndIn

WAY_POINTS = 33
MOST_CANDIDATES = 24


def harmony_out(painter: Painter, asked: PaintingRequest) -> HarmonyOut:
    """A painting before and, where it has a mother, after."""
    composed = compose(painter, asked)
    painting = composed.painting
    surface = asked.surface
    laid = patchwork(painting.areas, painting.touching, surface.width_cm / surface.height_cm)
    apart = [list(pair) for pair in laid.apart]
    if asked.mother is None:
        return HarmonyOut(
            passages=_passages(composed, laid, painting, None, None),
            apart=apart,
            before=_seen(painting),
            after=None,
            mother=None,
            judged=None,
            together=already_together(painting),
        )
    mother = composed.mother()
    giving = composed.giving(mother)
    shares = mother.given(giving)
    after = mother.harmonised(shares)
    found = harmony(mother, shares, after.labs)
    look = appearances(painting.viewing.lab(np.ones(1), [mother.paint]))[0]
    curve = trade_off(mother, giving.accent_share)
    return HarmonyOut(
        passages=_passages(composed, laid, after, mother, found),
        apart=apart,
        before=_seen(painting),
        after=_seen(after),
        mother=MotherOut(
            title=mother.paint.name,
            amount=giving.amount,
            curve=CurveOut(**{name: values.tolist() for name, values in vars(curve).items()}),
            **look_fields(look),
        ),
        judged=judged_out(found),
        together=already_together(painting),
    )


def _seen(painting: Painting) -> SeenOut:
    found = seen(painting)
    return SeenOut(
        figures=[FigureOut(**vars(figure)) for figure in figures(painting, found)],
        outline=list(found.outline),
    )


def judged_out(found: Judged) -> JudgedOut:
    """What unity costs, as the API tells it."""
    return JudgedOut(**judged_fields(found))


def judged_fields(found: Judged) -> dict[str, Any]:
    """Fields of a `JudgedOut`."""
    return {
        "spread_before": found.spread_before,
        "spread_after": found.spread_after,
        "halved": found.halved,
        "movement": found.movement,
        "movement_says": difference_in_words(found.movement),
        "chroma_says": found.chroma_says,
        "chroma_kept": found.chroma_kept,
        "contrast_kept": found.contrast_kept,
        "gives_way": list(found.gives_way),
    }


def opened_looks(labs: Array, opened: Array) -> list[OpenedLookOut]:
    """Looks of colours, shape (n, 3), with what the white test makes of them."""
    codes = hex_from_lab(opened)[0]
    return [
        OpenedLookOut(opened_srgb=code, **look_fields(look))
        for look, code in zip(appearances(labs), codes, strict=True)
    ]


def looks_of_painting(painting: Painting) -> list[OpenedLookOut]:
    """Looks of a painting's passages."""
    paints, parts = painting.table
    return opened_looks(painting.labs, painting.viewing.opened_lab(parts, paints))


def _passages(
    composed: Composed,
    laid: Patchwork,
    after: Painting,
    mother: Mother | None,
    found: Harmony | None,
) -> list[HarmonisedOut]:
    before = composed.painting
    was, now = looks_of_painting(before), looks_of_painting(after)
    gaps = delta_e_2000(after.labs, before.labs)
    ways: Sequence[TrailOut | None] = [None] * len(was)
    shares = np.zeros(len(was))
    if mother is not None and found is not None:
        shares, even = found.shares, mother.even(WAY_POINTS)
        labs, opened = mother.opened(even)
        ways = [
            TrailOut(share=row, **line)
            for row, line in zip(even.tolist(), lines_fields(labs, opened), strict=True)
        ]
    return [
        HarmonisedOut(
            field=laid.fields[i].tolist(),
            before=was[i],
            after=now[i],
            share=float(shares[i]),
            delta_e=float(gaps[i]),
            parts=parts_out(passage.mixture),
            mixture=mixture_of(composed.box, list(passage.mixture), list(passage.mixture.values())),
            way=ways[i],
        )
        for i, passage in enumerate(after.passages)
    ]


def parts_out(mixture: Mapping[Paint, float]) -> list[ShareOut]:
    """What a mixture is made of, most of it first."""
    whole = sum(mixture.values())
    told = [ShareOut(name=paint.name, share=part / whole) for paint, part in mixture.items()]
    return sorted(told, key=lambda each: -each.share)


def candidates_out(painter: Painter, asked: PaintingRequest) -> CandidatesOut:
    """What may be the mother, the one that costs least first."""
    composed = compose(painter, asked)
    painting = composed.painting
    where: dict[str, MotherIn] = {}
    paints: list[Paint] = []

    def offer(paint: Paint, mother: MotherIn) -> None:
        paints.append(paint)
        where[paint.key] = mother

    for paint in composed.box.paints:
        offer(paint, MotherIn(kind="tube", id=composed.box.tube_of[paint.key]))
    for place, paint in enumerate(mixtures_of(painting)):
        offer(paint, MotherIn(kind="passage", id=place))
    if (grey := main_grey(painting)) is not None:
        offer(grey, MotherIn(kind="grey"))
    for pk, pot in composed.pots.items():
        offer(pot, MotherIn(kind="pot", id=pk))
    found = ranked(painting, paints, composed.dark, asked.giving.accent_share)
    found = found[:MOST_CANDIDATES]
    together = already_together(painting)
    if together:
        return CandidatesOut(together=together, mothers=[])
    if not found:
        raise InputError(
            "Everything is the same paint already; there is nothing to bring together.",
            "mother",
        )
    labs = painting.viewing.lab(np.eye(len(found)), [each.mother.paint for each in found])
    quiet = ~painting.accents if (~painting.accents).any() else painting.accents
    mothers = [
        CandidateOut(
            title=each.mother.paint.name,
            mother=where[each.mother.paint.key],
            least_share=float(each.shares[quiet].min()),
            most_share=float(each.shares[quiet].max()),
            **judged_fields(each),
            **look_fields(look),
        )
        for each, look in zip(found, appearances(labs), strict=True)
    ]
    return CandidatesOut(together="", mothers=mothers)


def schools_out(painter: Painter, asked: SchoolsIn) -> list[SchoolOut]:
    """Every school on the painting, side by side."""
    composed = compose(painter, asked.request)
    mother = composed.mother()
    found = schools(mother, composed.giving(mother), composed.box.paints, asked.tubes)
    return [_school_out(composed, each) for each in found]


def _school_out(composed: Composed, school: School) -> SchoolOut:
    painting, mixtures = school.painting, None
    if painting is None:
        # A glaze cannot be opened with white: the white test shows it as it is.
        looks = opened_looks(school.judged.labs, school.judged.labs)
    else:
        looks = looks_of_painting(painting)
        tubes = [
            mixture_of(composed.box, list(p.mixture), list(p.mixture.values()))
            for p in painting.passages
        ]
        if all(tubes):
            mixtures = [EndIn(parts=parts) for parts in tubes if parts]
    return SchoolOut(
        school=school.key,
        says=school.says,
        passages=looks,
        mixtures=mixtures,
        **judged_fields(school.judged),
    )
