"""What goes out of paintings."""

from collections.abc import Iterable, Mapping, Sequence
from datetime import datetime
from typing import Any

import numpy as np
from pydantic import BaseModel

from mesotint.colour.difference import delta_e_2000
from mesotint.colour.words import difference_in_words
from server.kept.answers import Ticks
from server.kept.looks import Line, Look, Swatch, looks
from server.kept.services import ticks_of
from server.mixtures.answers import Spare, Used, WorkLine
from server.mixtures.requests import Measure, TubeMixture, TubePart
from server.paintings.models import Painting, Passage, Version
from server.paintings.requests import MotherIn, PaintingRequest
from server.tubes.services import version_of

_TOLD_FROM = 0.05
"""CIEDE2000 from which a palette is told to differ from another: less is rounding."""


class ShareOut(BaseModel):
    """How much of one paint a mixture holds, 0 to 1."""

    name: str
    share: float


class PullOut(Line):
    """The line of a passage toward its mother, each point at its share of the mother."""

    share: list[float]


class HarmonisedOut(BaseModel):
    """One passage before and after.

    `field` is where it lies in the patchwork: left, top, width and height in shares of the whole.
    `share` is what it takes of the mother; `pull` are its points from none of the mother to all of
    it, even in colour, so that a share can be dragged without asking. One without a mixture has no
    looks, and `trouble` says what to mend.
    """

    field: list[float]
    before: Look | None
    after: Look | None
    share: float
    delta_e: float
    parts: list[ShareOut]
    mixture: list[TubePart] | None
    pull: PullOut | None
    trouble: str


class FigureOut(BaseModel):
    """One figure of what the eye will see, and the places it speaks of; none where of all."""

    name: str
    told: str
    says: str
    why: str
    source: str
    alarm: bool
    places: list[int]


class FiguresOut(BaseModel):
    """What the eye will see, and the passages on the outline of the palette in the plan."""

    figures: list[FigureOut]
    outline: list[int]


class JudgedOut(BaseModel):
    """What unity costs: hue spread in degrees before and after, how far the passages are drawn
    together (`gathered`, below 1), how far the painting moves by area (CIEDE2000), shares kept, and
    what gives way."""

    spread_before: float
    spread_after: float
    halved: bool
    gathered: float
    movement: float
    movement_says: str
    chroma_says: str
    chroma_kept: float
    contrast_kept: float
    gives_way: list[str]


class CurveOut(BaseModel):
    """The trade-off of a mother at even pulls."""

    fractions: list[float]
    spread_degrees: list[float]
    chroma_kept: list[float]
    contrast_kept: list[float]


class MotherOut(BaseModel):
    """The mother colour that is chosen, and the amount of it that the giving comes to."""

    title: str
    look: Look
    amount: float
    curve: CurveOut


class HarmonyOut(BaseModel):
    """A painting as computed: its passages, what the eye will see, and the mother's work.

    `apart` are pairs of passages that touch in the painting and could not in the patchwork;
    `pattern` says how its values lie.
    `together` says why it needs no mother; empty where it may.
    """

    passages: list[HarmonisedOut]
    apart: list[list[int]]
    before: FiguresOut
    after: FiguresOut | None
    mother: MotherOut | None
    judged: JudgedOut | None
    together: str
    pattern: list[str]


class CandidateOut(JudgedOut):
    """One colour that may be the mother, at its usual pull."""

    title: str
    look: Look
    mother: MotherIn
    least_share: float
    most_share: float
    own: bool
    says: str


class CandidatesOut(BaseModel):
    """What may be the mother, paints of the painting first; none where `together` says that it
    needs none. `dulling` are blacks and greys, which only dull; `few` says that there are few."""

    together: str
    mothers: list[CandidateOut]
    dulling: list[CandidateOut]
    few: str


class SchoolOut(JudgedOut):
    """What one school makes of the painting; `mixtures` where new ones can be mixed from tubes."""

    school: str
    title: str
    says: str
    passages: list[Look | None]
    mixtures: list[TubeMixture | None] | None


class RegionOut(BaseModel):
    """A region of a division: its pieces, per cent of the picture, what it looks like and touches.

    `centre` is a place well inside it, in shares of width and height; `spread` how far its pixels
    lie from its colour (CIELAB); `accent` whether it stands out as one.
    """

    pieces: list[int]
    area: float
    look: Look
    spread: float
    touching: list[int]
    centre: tuple[float, float]
    name: str
    accent: bool


class DivisionOut(BaseModel):
    """A picture that was divided; `there` where its picture can still be shown."""

    id: int
    width: int
    height: int
    photograph: int | None
    there: bool


class DividedOut(DivisionOut):
    """A picture as it was divided just now."""

    regions: list[RegionOut]


class BetweenOut(BaseModel):
    """What a place is against some others, each in words."""

    says: list[str]


class LayersOut(BaseModel):
    """Layers beside the one mixture that comes nearest: the whole, what lies below and above alone,
    the whole at thicknesses sent ahead, and why one would prefer either."""

    look: Look
    under: Look
    over: Look
    coats: list[float]
    ahead: list[Swatch]
    laid: str
    single: Look
    mixture: TubeMixture | None
    delta_e: float
    says: list[str]


class DotOut(BaseModel):
    """A mixture dotted on a picture: how it looks, what is under it, and what is off, in words."""

    look: Look
    under: Look
    delta_e: float
    says: str


class MixedOut(BaseModel):
    """A mixture that was found for a passage, and how far it is off its colour in the picture.

    `reach` is what the whole box would leave; `says` what is off, in words.
    """

    place: int
    wanted: Look
    look: Look
    mixture: TubeMixture | None
    delta_e: float
    reach: float
    says: str


class SetOut(BaseModel):
    """How well a set of tubes serves the whole: CIEDE2000, and passages that no eye tells."""

    tubes: list[int]
    rms: float
    worst: float
    within: int


class MixturesOut(BaseModel):
    """Mixtures for all passages at once; `knee` is how many tubes the curve bends at."""

    curve: list[SetOut]
    knee: int
    tubes: list[int]
    passages: list[MixedOut]


class TubeNeedOut(Used):
    """What one tube must give, and whether it lasts; unknown where nobody said what is left."""

    left_ml: float | None
    lasts: bool | None


class PassageNeedOut(BaseModel):
    """How much of a passage to mix, in words of the measure too, the mother in it, and what
    measuring it costs in CIEDE2000."""

    place: int
    volume_ml: float
    says: str
    mother_ml: float
    cost_delta_e: float


class PaintingPlanOut(BaseModel):
    """From plan to palette: what to mix, in order, and what it takes. `key` tells plans apart."""

    key: str
    order: list[PassageNeedOut]
    lines: list[WorkLine]
    used: list[TubeNeedOut]
    spare: list[Spare]
    advice: list[str]
    cautions: list[str]
    mother_ml: float
    total_ml: float


class PaletteLook(BaseModel):
    """One passage of a kept palette."""

    title: str
    look: Look
    area: float
    share: float
    was: Look


class VersionOut(BaseModel):
    """A named version of a palette, and in words how it differs from the one that is kept now."""

    id: int
    title: str
    says: str
    created: datetime
    request: PaintingRequest
    palette: list[PaletteLook]


class PaintingSummaryOut(BaseModel):
    """A painting as it stands on the shelf."""

    id: int
    title: str
    changed: datetime
    palette: list[PaletteLook]


class PaintingOut(PaintingSummaryOut):
    """A kept painting."""

    revision: int
    request: PaintingRequest
    measure: Measure
    versions: list[VersionOut]
    ticks: list[Ticks]
    current_data: bool


def request_of(painting: Painting | Version) -> PaintingRequest:
    """What a kept painting is computed from."""
    return PaintingRequest.model_validate(painting.request)


def palette_of(painting: Painting) -> list[dict[str, Any]]:
    """What each passage of a kept painting came to; nothing while something is missing."""
    return _palettes([painting])[painting.pk]


def _palettes(paintings: Iterable[Painting]) -> Mapping[int, list[dict[str, Any]]]:
    """Palettes of some paintings in one query."""
    told: dict[int, list[dict[str, Any]]] = {painting.pk: [] for painting in paintings}
    rows = Passage.objects.filter(painting__in=told, place__isnull=False)
    for row in rows.exclude(lightness=None):
        told[row.painting_id].append(palette_row(row))
    return told


def palette_row(passage: Passage) -> dict[str, Any]:
    """What a passage came to, as a palette keeps it."""
    return {
        "title": passage.name.strip() or f"passage {(passage.place or 0) + 1}",
        "area": passage.area / 100,
        "share": passage.share,
        "lab": passage.lab.tolist(),
        "was": passage.was_lab.tolist(),
    }


def palette_out(palette: Sequence[Mapping[str, Any]]) -> list[PaletteLook]:
    """A palette as the API tells it."""
    now = looks([np.array(each["lab"]) for each in palette])
    was = looks([np.array(each["was"]) for each in palette])
    return [
        PaletteLook(
            title=each["title"], look=after, area=each["area"], share=each["share"], was=before
        )
        for each, after, before in zip(palette, now, was, strict=True)
    ]


def summaries_out(paintings: Iterable[Painting]) -> list[PaintingSummaryOut]:
    """Paintings as they stand on the shelf."""
    shelf = list(paintings)
    palettes = _palettes(shelf)
    return [PaintingSummaryOut(**_head(each, palettes[each.pk])) for each in shelf]


def _head(painting: Painting, palette: Sequence[Mapping[str, Any]]) -> dict[str, Any]:
    return {
        "id": painting.pk,
        "title": painting.name,
        "changed": painting.changed,
        "palette": palette_out(palette),
    }


def painting_out(painting: Painting) -> PaintingOut:
    """A kept painting, from its rows alone."""
    palette = palette_of(painting)
    return PaintingOut(
        **_head(painting, palette),
        revision=painting.revision,
        request=request_of(painting),
        measure=Measure(**painting.measure),
        versions=versions_out(painting, palette),
        ticks=ticks_of(painting),
        current_data=painting.paint_data_version
        == version_of(painting.tubes.values_list("tube_id", flat=True)),
    )


def versions_out(
    painting: Painting, palette: Sequence[Mapping[str, Any]] | None = None
) -> list[VersionOut]:
    """Versions of a painting, held against the palette that is kept now."""
    now = palette_of(painting) if palette is None else palette
    return [version_out(each, now) for each in painting.versions.filter(thrown_away=False)]


def _compared(version: Sequence[Mapping[str, Any]], now: Sequence[Mapping[str, Any]]) -> str:
    """How a palette differs from the one that is kept now, passage by passage of the same name."""
    here = {each["title"]: each for each in now}
    pairs = [(each, here[each["title"]]) for each in version if each["title"] in here]
    others = len(version) + len(now) - 2 * len(pairs)
    told = []
    if pairs:
        then, since = (
            np.array([each["lab"] for each in side]) for side in zip(*pairs, strict=True)
        )
        gaps = delta_e_2000(then, since)
        areas = np.array([each["area"] for each, _ in pairs])
        mean = float(gaps @ areas / max(areas.sum(), 1e-9))
        worst = int(gaps.argmax())
        if gaps[worst] < _TOLD_FROM:
            told.append("the same as on the bench")
        else:
            most = f"most in “{pairs[worst][0]['title']}” ({gaps[worst]:.1f})"
            told.append(
                f"ΔE {mean:.1f} from the bench over the whole, {difference_in_words(mean)}; {most}"
            )
    if others:
        told.append(f"{others} passage{'s' * (others > 1)} that the other has not")
    return "; ".join(told)


def version_out(version: Version, now: Sequence[Mapping[str, Any]]) -> VersionOut:
    """A version as the API tells it, held against a palette."""
    return VersionOut(
        id=version.pk,
        title=version.name,
        says=_compared(version.palette, now),
        created=version.created,
        request=request_of(version),
        palette=palette_out(version.palette),
    )
