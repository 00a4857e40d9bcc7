"""Paintings: computed while the painter changes them, kept, planned, printed, and carried."""

from typing import Literal

import numpy as np
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from mesotint.colour.comparing import compared
from mesotint.errors import InputError
from server.kept.downloads import download
from server.kept.models import Photograph
from server.kept.services import mine
from server.kept.shelf import Shelf, shelf_routes, throwing_routes
from server.kept.uploads import body_of
from server.painters.requests import SignedIn
from server.paintings import files, paper
from server.paintings.answers import (
    BetweenOut,
    CandidatesOut,
    DividedOut,
    DivisionOut,
    DotOut,
    HarmonyOut,
    LayersOut,
    MixturesOut,
    PaintingOut,
    PaintingPlanOut,
    PaintingSummaryOut,
    RegionOut,
    SchoolOut,
    VersionOut,
    painting_out,
    palette_of,
    request_of,
    summaries_out,
    version_out,
    versions_out,
)
from server.paintings.divisions import division_out, make_division, shows, told_regions
from server.paintings.drawing import before_and_after, dot_out
from server.paintings.harmony import candidates_out, harmony_out, schools_out
from server.paintings.layering import layers_out
from server.paintings.mixing_all import mixtures_out
from server.paintings.models import Division, Painting, Version
from server.paintings.requests import (
    BetweenIn,
    ComputeLayersIn,
    DivideIn,
    DotIn,
    MixturesIn,
    PaintingIn,
    PaintingPlanIn,
    PaintingRequest,
    RegionsIn,
    SchoolsIn,
    VersionIn,
)
from server.paintings.services import add_version, copy, keep
from server.paintings.work_plan import work_plan

router = Router(tags=["paintings"])

FILE = {
    "requestBody": {
        "required": True,
        "content": {"application/json": {"schema": {"type": "object"}}},
    }
}


PAINTINGS = Shelf(
    Painting,
    "painting",
    request=PaintingIn,
    answer=PaintingOut,
    summary=PaintingSummaryOut,
    keep=keep,
    copy=copy,
    out=painting_out,
    summaries=summaries_out,
)
shelf_routes(router, PAINTINGS)


@router.post("/compute/harmony", response=HarmonyOut)
def compute_harmony(request: SignedIn, payload: PaintingRequest) -> HarmonyOut:
    """A painting before and after its mother colour; nothing is kept."""
    return harmony_out(request.user, payload)


@router.post("/compute/mothers", response=CandidatesOut)
def compute_mothers(request: SignedIn, payload: PaintingRequest) -> CandidatesOut:
    """What may be the mother, the one that costs least first."""
    return candidates_out(request.user, payload)


@router.post("/compute/schools", response=list[SchoolOut])
def compute_schools(request: SignedIn, payload: SchoolsIn) -> list[SchoolOut]:
    """A painting brought together by every school."""
    return schools_out(request.user, payload)


@router.post("/compute/plan", response=PaintingPlanOut)
def compute_plan(request: SignedIn, payload: PaintingPlanIn) -> PaintingPlanOut:
    """From plan to palette: amounts, the order of mixing, and what each tube must give."""
    return work_plan(request.user, payload)


@router.post("/compute/mixtures", response=MixturesOut)
def compute_mixtures(request: SignedIn, payload: MixturesIn) -> MixturesOut:
    """A mixture for every passage of a painting's picture, together from few tubes."""
    if payload.request.picture is None:
        raise InputError("The painting has no picture; begin it from one.", "picture")
    found = _division(request, payload.request.picture.division)
    return mixtures_out(request.user, payload, found)


@router.post("/compute/layers", response=LayersOut)
def compute_layers(request: SignedIn, payload: ComputeLayersIn) -> LayersOut:
    """Layers beside the one mixture that comes nearest."""
    return layers_out(request.user, payload)


@router.post("/compute/between", response=BetweenOut)
def compute_between(request: SignedIn, payload: BetweenIn) -> BetweenOut:
    """What a place of a painting is against some others, in words."""
    lab = np.array(payload.lab)
    return BetweenOut(says=[compared(lab, np.array(other)) for other in payload.others])


@router.post("/divisions/{int:key}/dot", response=DotOut)
def dot_on_picture(request: SignedIn, key: int, payload: DotIn) -> DotOut:
    """Dot a mixture on a picture, as one dots a canvas before spreading."""
    return dot_out(request.user, _division(request, key), payload)


@router.post("/divisions", response={201: DividedOut})
def divide_picture(request: SignedIn, payload: DivideIn) -> Status[DividedOut]:
    """Divide a photograph into passages."""
    photographs = Photograph.objects.filter(painter=request.user, thrown_away=False)
    photograph = get_object_or_404(photographs, pk=payload.photograph)
    return Status(201, make_division(request.user, photograph, payload))


@router.get("/divisions/{int:key}", response=DivisionOut)
def division(request: SignedIn, key: int) -> DivisionOut:
    """A picture that was divided."""
    return division_out(_division(request, key))


@router.post("/divisions/{int:key}/regions", response=list[RegionOut])
def regions_of_division(request: SignedIn, key: int, payload: RegionsIn) -> list[RegionOut]:
    """What some regions of a division are; one of them split, where that is asked for."""
    return told_regions(_division(request, key), payload)


@router.get("/divisions/{int:key}/picture", response={200: None})
def picture_of_division(request: SignedIn, key: int) -> HttpResponse:
    """The picture as it was divided, a JPEG; not once its photograph is put away."""
    found = _division(request, key)
    if not shows(found):
        raise Http404
    return _of_a_division(bytes(found.picture or b""), "image/jpeg")


@router.get("/divisions/{int:key}/pieces", response={200: None})
def pieces_of_division(request: SignedIn, key: int) -> HttpResponse:
    """The piece of each pixel, a PNG: red is its number over 256, green what is left."""
    return _of_a_division(bytes(_division(request, key).labels), "image/png")


def _division(request: SignedIn, key: int) -> Division:
    mine = Division.objects.filter(painter=request.user).select_related("photograph")
    return get_object_or_404(mine, pk=key)


def _of_a_division(data: bytes, kind: str) -> HttpResponse:
    # It never changes; whether it may be shown is asked of it anew with each opening.
    return HttpResponse(data, content_type=kind, headers={"Cache-Control": "private, no-cache"})


@router.post("/import", response={201: PaintingOut}, openapi_extra=FILE)
def take_painting_in(request: SignedIn) -> Status[PaintingOut]:
    """Take in a painting that was exported, here or from another studio."""
    data = body_of(request, files.GREATEST_FILE, files.TOO_BIG, "file")
    return Status(201, painting_out(files.take_in(request.user, data)))


@router.get("/{int:key}/versions", response=list[VersionOut])
def versions(request: SignedIn, key: int) -> list[VersionOut]:
    """The versions of a painting, each held against the palette that is kept now."""
    return versions_out(PAINTINGS.own(request, key))


@router.post("/{int:key}/versions", response={201: VersionOut})
def name_version(request: SignedIn, key: int, payload: VersionIn) -> Status[VersionOut]:
    """Give the palette a name under which it stays as it is now."""
    found = PAINTINGS.own(request, key)
    return Status(201, version_out(add_version(found, payload.name), palette_of(found)))


def _version(request: SignedIn, key: int) -> Version:
    return get_object_or_404(Version, pk=key, painting__in=mine(Painting, request.user))


throwing_routes(router, "/versions/{int:key}", "version", _version)


@router.get("/{int:key}/palette.{form}", response={200: None})
def palette_on_paper(
    request: SignedIn,
    key: int,
    form: Literal["pdf", "svg", "png", "csv", "json", "css", "layout"],
    size: Literal["A4", "Letter"] = "A4",
) -> HttpResponse:
    """A palette to paint on (PDF, SVG), its patches (PNG), or its data (CSV, JSON, CSS)."""
    return paper.answer(PAINTINGS.own(request, key), form, size)


@router.get("/{int:key}/before-and-after.png", response={200: None})
def before_and_after_of(request: SignedIn, key: int) -> HttpResponse:
    """The picture a painting begins from, and in its mixtures, with the palette below (PNG)."""
    found = PAINTINGS.own(request, key)
    asked = request_of(found)
    if asked.picture is None:
        raise InputError("The painting has no picture; begin it from one.", "picture")
    kept = _division(request, asked.picture.division)
    rows = {row.place: row for row in found.all_passages.filter(place__isnull=False)}
    labs = np.full((len(asked.passages), 3), np.nan)
    for place, row in rows.items():
        if place is not None and row.lab is not None:
            labs[place] = row.lab
    if not np.isfinite(labs).any():
        raise InputError("No passage has a mixture yet; give one its mixture.", "mixture")
    members = [passage.pieces for passage in asked.passages]
    return download(before_and_after(kept, members, labs), f"{found.name} before and after", "png")


@router.get("/{int:key}/file", response={200: None})
def painting_file(request: SignedIn, key: int, picture: bool = False) -> HttpResponse:
    """The whole painting as one JSON file, with its picture where that is asked for."""
    found = PAINTINGS.own(request, key)
    return download(files.written(found, picture=picture), f"{found.name} painting", "json")
