"""Paintings before and after a mother colour, what may be the mother, and the schools."""

from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.munsell import munsell_from_lab
from mesotint.colour.words import difference_in_words
from mesotint.errors import InputError
from mesotint.harmony.candidates import (
    Candidate,
    Harmony,
    harmony,
    main_grey,
    mixtures_of,
    offered,
    trace_of_everything,
    trade_off,
)
from mesotint.harmony.figures import figures
from mesotint.harmony.judgement import Judged, already_together
from mesotint.harmony.mother import Mother
from mesotint.harmony.painting import Painting
from mesotint.harmony.patchwork import Patchwork, patchwork
from mesotint.harmony.schools import KINDS as SCHOOLS
from mesotint.harmony.schools import schools
from mesotint.harmony.schools.kind import School
from mesotint.harmony.unity import figures_of
from mesotint.harmony.values import value_pattern
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from server.kept.looks import Look, lines, looks
from server.mixtures.requests import TubeMixture
from server.mixtures.services import in_tubes
from server.painters.models import Painter
from server.paintings.answers import (
    CandidateOut,
    CandidatesOut,
    CurveOut,
    FigureOut,
    FiguresOut,
    HarmonisedOut,
    HarmonyOut,
    JudgedOut,
    MotherOut,
    PullOut,
    SchoolOut,
    ShareOut,
)
from server.paintings.composing import Composed, compose
from server.paintings.requests import MotherIn, PaintingRequest, SchoolsIn

PULL_POINTS = 33
MOST_CANDIDATES = 24


def harmony_out(painter: Painter, asked: PaintingRequest) -> HarmonyOut:
    """A painting before and, where it has a mother, after."""
    composed = compose(painter, asked)
    if not asked.passages:
        raise InputError("The painting has no passages; list what is to be painted.", "passages")
    laid = _laid(asked)
    apart = [list(pair) for pair in laid.apart]
    if not composed.mixed:
        return HarmonyOut(
            passages=[_unmixed(composed, laid, place) for place in range(len(asked.passages))],
            apart=apart,
            before=FiguresOut(figures=[], outline=[]),
            after=None,
            mother=None,
            judged=None,
            together="",
            pattern=[],
        )
    painting = composed.painting
    if asked.mother is None:
        return HarmonyOut(
            passages=_passages(composed, laid, painting, None, None),
            apart=apart,
            before=_figures(composed, painting),
            after=None,
            mother=None,
            judged=None,
            together=already_together(painting),
            pattern=_pattern(painting),
        )
    mother = composed.mother()
    giving = composed.giving(mother)
    shares = mother.given(giving)
    after = mother.harmonised(shares)
    found = harmony(mother, shares, after.labs)
    (look,) = looks([painting.viewing.lab(np.ones(1), [mother.paint])])
    curve = trade_off(mother, giving.accent_share)
    return HarmonyOut(
        passages=_passages(composed, laid, after, mother, found),
        apart=apart,
        before=_figures(composed, painting),
        after=_figures(composed, after),
        mother=MotherOut(
            title=mother.paint.name,
            look=look,
            amount=giving.amount,
            curve=CurveOut(**{name: values.tolist() for name, values in vars(curve).items()}),
        ),
        judged=judged_out(found),
        together=already_together(painting),
        pattern=_pattern(after),
    )


def _pattern(painting: Painting) -> list[str]:
    return value_pattern(munsell_from_lab(painting.labs)[0][:, 1], painting)


def _laid(asked: PaintingRequest) -> Patchwork:
    """Where every passage lies in the patchwork, mixed or not."""
    areas = np.array([passage.area for passage in asked.passages])
    areas = areas / areas.sum() if areas.sum() > 0 else np.full(len(areas), 1 / max(1, len(areas)))
    count = len(areas)
    pairs = {(min(pair), max(pair)) for pair in asked.touching if max(pair) < count}
    touching = frozenset(pair for pair in pairs if pair[0] != pair[1])
    return patchwork(areas, touching, asked.surface.width_cm / asked.surface.height_cm)


def _figures(composed: Composed, painting: Painting) -> FiguresOut:
    found = figures_of(painting)
    return FiguresOut(
        figures=[
            FigureOut(
                **{**vars(figure), "places": [composed.mixed[place] for place in figure.places]}
            )
            for figure in figures(painting, found)
        ],
        outline=[composed.mixed[place] for place in found.outline],
    )


def _unmixed(composed: Composed, laid: Patchwork, place: int) -> HarmonisedOut:
    return HarmonisedOut(
        field=laid.fields[place].tolist(),
        before=None,
        after=None,
        share=0.0,
        delta_e=0.0,
        parts=[],
        mixture=None,
        pull=None,
        trouble=composed.troubles[place],
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
        "gathered": found.gathered,
        "movement": found.movement,
        "movement_says": difference_in_words(found.movement),
        "chroma_says": found.chroma_says,
        "chroma_kept": found.chroma_kept,
        "contrast_kept": found.contrast_kept,
        "gives_way": list(found.gives_way),
    }


def looks_of_painting(painting: Painting) -> list[Look]:
    """Looks of a painting's passages, with what the white test makes of them."""
    paints, parts = painting.table
    return looks(painting.labs, painting.viewing.opened_lab(parts, paints))


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
    pulls: Sequence[PullOut | None] = [None] * len(was)
    shares: Array = np.zeros(len(was))
    if mother is not None and found is not None:
        shares, even = found.shares, mother.even(PULL_POINTS)
        labs, opened = mother.opened(even)
        pulls = [
            PullOut(share=row, **vars(line))
            for row, line in zip(even.tolist(), lines(labs, opened), strict=True)
        ]
    told = {
        composed.mixed[i]: HarmonisedOut(
            field=laid.fields[composed.mixed[i]].tolist(),
            before=was[i],
            after=now[i],
            share=float(shares[i]),
            delta_e=float(gaps[i]),
            parts=_shares(passage.mixture),
            mixture=in_tubes(composed.box, list(passage.mixture), list(passage.mixture.values())),
            pull=pulls[i],
            trouble="",
        )
        for i, passage in enumerate(after.passages)
    }
    return [
        told[place] if place in told else _unmixed(composed, laid, place)
        for place in range(len(composed.asked.passages))
    ]


def _shares(mixture: Mapping[Paint, float]) -> list[ShareOut]:
    """What a mixture is made of, most of it first."""
    whole = sum(mixture.values())
    told = [ShareOut(name=paint.name, share=part / whole) for paint, part in mixture.items()]
    return sorted(told, key=lambda each: -each.share)


def candidates_out(painter: Painter, asked: PaintingRequest) -> CandidatesOut:
    """What may be the mother: what is in the painting already first, then what draws it nearest
    together; blacks and greys apart."""
    composed = compose(painter, asked)
    painting = composed.painting
    where: dict[str, MotherIn] = {}
    paints: list[Paint] = []

    def offer(paint: Paint, mother: MotherIn) -> None:
        paints.append(paint)
        where[paint.key] = mother

    for paint in composed.box.advised:
        offer(paint, MotherIn(kind="tube", id=composed.box.tube_of[paint.key]))
    for place, paint in enumerate(mixtures_of(painting)):
        offer(paint, MotherIn(kind="passage", id=composed.mixed[place]))
    if (grey := main_grey(painting)) is not None:
        offer(grey, MotherIn(kind="grey"))
    if (trace := trace_of_everything(painting)) is not None:
        offer(trace, MotherIn(kind="trace"))
    for pk, pot in composed.pots.items():
        offer(pot, MotherIn(kind="pot", id=pk))
    together = already_together(painting)
    if together:
        return CandidatesOut(together=together, mothers=[], dulling=[], few="")
    found = offered(painting, paints, composed.dark, asked.giving.accent_share)
    return CandidatesOut(
        together="",
        mothers=_candidates(painting, found.mothers[:MOST_CANDIDATES], where),
        dulling=_candidates(painting, found.dulling[:MOST_CANDIDATES], where),
        few=found.few,
    )


def _candidates(
    painting: Painting, rows: Sequence[Candidate], where: Mapping[str, MotherIn]
) -> list[CandidateOut]:
    if not rows:
        return []
    labs = painting.viewing.lab(np.eye(len(rows)), [row.mother.paint for row in rows])
    quiet = ~painting.accents if (~painting.accents).any() else painting.accents
    return [
        CandidateOut(
            title=each.mother.paint.name,
            look=look,
            mother=where[each.mother.paint.key],
            least_share=float(each.shares[quiet].min()),
            most_share=float(each.shares[quiet].max()),
            own=each.own,
            says=each.says,
            **judged_fields(each),
        )
        for each, look in zip(rows, looks(labs), strict=True)
    ]


def schools_out(painter: Painter, asked: SchoolsIn) -> list[SchoolOut]:
    """Every school on the painting, side by side."""
    composed = compose(painter, asked.request)
    mother = composed.mother()
    found = schools(mother, composed.giving(mother), composed.box.advised, asked.tubes)
    return [_school_out(composed, each) for each in found]


def _school_out(composed: Composed, school: School) -> SchoolOut:
    painting, mixtures = school.painting, None
    if painting is None:
        # A glaze cannot be opened with white: the white test shows it as it is.
        seen = looks(school.judged.labs, school.judged.labs)
    else:
        seen = looks_of_painting(painting)
        tubes = [
            in_tubes(composed.box, list(p.mixture), list(p.mixture.values()))
            for p in painting.passages
        ]
        if all(tubes):
            mixtures = composed.spread([TubeMixture(parts=parts) for parts in tubes if parts])
    return SchoolOut(
        school=school.key,
        title=SCHOOLS[school.key].title,
        says=school.says,
        passages=composed.spread(seen),
        mixtures=mixtures,
        **judged_fields(school.judged),
    )
