"""Mixtures kept and found by colour, grounds to paint on, and colours read off photographs."""

from typing import Annotated

import numpy as np
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Status
from pydantic import Field

from mesotint.colour.words import difference_in_words
from mesotint.mixing.ground import GROUNDS
from mesotint.painted.card import draw_card
from mesotint.pictures.photograph import FEWEST_NOTES, MOST_NOTES
from mesotint.pictures.taken import MOST_BYTES
from server.kept import photographs
from server.kept.answers import PhotographOut
from server.kept.downloads import download
from server.kept.looks import looks
from server.kept.models import Photograph
from server.kept.requests import CardSet, PhotoArea
from server.kept.shelf import throwing_routes
from server.kept.uploads import body_of
from server.mixtures.answers import AreaColour, FoundMixture, Ground, KeptMixtureOut, KindOut, Note
from server.mixtures.finding import found_mixture
from server.mixtures.keeping import kept_out, nearest
from server.mixtures.kinds import kinds_out
from server.mixtures.models import KeptMixture
from server.mixtures.targets import SourceIn
from server.painters.requests import SignedIn
from server.tubes.readings import colour_typed

router = Router(tags=["mixtures"])

MOST_FOUND = 24
USUAL_NOTES = 6
PICTURE = {
    "requestBody": {
        "required": True,
        "content": {
            kind: {"schema": {"type": "string", "format": "binary"}}
            for kind in ("image/jpeg", "image/png", "image/webp", "image/heic")
        },
    }
}


@router.get("/grounds", response=list[Ground])
def grounds(request: SignedIn) -> list[Ground]:
    """What a wash may be laid on, beside any colour."""
    told = zip(GROUNDS, looks(np.array(list(GROUNDS.values()))), strict=True)
    return [Ground(word=word, look=look) for word, look in told]


@router.get("/kinds", response=list[KindOut])
def kinds(request: SignedIn) -> list[KindOut]:
    """Kinds of colour to aim at: skin, hair, foliage, stone, sky, water …"""
    return kinds_out()


@router.get("/mixtures", response=list[KeptMixtureOut])
def mixtures(request: SignedIn) -> list[KeptMixtureOut]:
    """The mixtures kept last."""
    kept = KeptMixture.objects.filter(painter=request.user, thrown_away=False)
    return kept_out(kept.prefetch_related("parts")[:MOST_FOUND])


@router.post("/mixtures/find", response=FoundMixture)
def find_mixture(request: SignedIn, payload: SourceIn) -> FoundMixture:
    """A mixture to go on with: what something is made of, or what hits a colour."""
    return found_mixture(request.user, payload)


@router.get("/mixtures/near", response=list[KeptMixtureOut])
def mixtures_near(
    request: SignedIn,
    colour: Annotated[str, Field(max_length=60)],
    count: Annotated[int, Field(ge=1, le=MOST_FOUND)] = 8,
) -> list[KeptMixtureOut]:
    """What was mixed before that is near a colour."""
    return nearest(request.user, colour_typed(colour), count)


def _mixture(request: SignedIn, key: int) -> KeptMixture:
    return get_object_or_404(KeptMixture, pk=key, painter=request.user)


throwing_routes(router, "/mixtures/{int:key}", "mixture", _mixture)


def _photograph(request: SignedIn, key: int) -> Photograph:
    return get_object_or_404(Photograph, pk=key, painter=request.user)


@router.get("/photographs", response=list[PhotographOut])
def list_photographs(request: SignedIn) -> list[PhotographOut]:
    """The painter's photographs, the newest first."""
    mine = Photograph.objects.filter(painter=request.user, thrown_away=False).defer("image")
    return [photographs.photograph_out(found) for found in mine]


@router.post("/photographs", response={201: PhotographOut}, openapi_extra=PICTURE)
def take_photograph(
    request: SignedIn, name: Annotated[str, Field(max_length=300)] = ""
) -> Status[PhotographOut]:
    """Take in a photograph: a JPEG, PNG, WebP or HEIC file of up to 25 MB as the body."""
    data = body_of(request, MOST_BYTES, photographs.TOO_BIG, "photograph")
    found = photographs.take_in(request.user, data, name)
    return Status(201, photographs.photograph_out(found))


@router.get("/photographs/card.pdf", response={200: None}, auth=None)
def printed_card(request: SignedIn) -> HttpResponse:
    """The card to print, cut out, and lay beside the palette."""
    return download(draw_card(), "card to photograph paint by", "pdf")


@router.get("/photographs/{int:key}/image", response={200: None})
def photograph_image(request: SignedIn, key: int) -> HttpResponse:
    """The picture itself, for its painter alone."""
    found = _photograph(request, key)
    answer = HttpResponse(bytes(found.image), content_type="image/jpeg")
    answer["Cache-Control"] = "private, max-age=86400, immutable"
    return answer


@router.put("/photographs/{int:key}/card", response=PhotographOut)
def set_card(request: SignedIn, key: int, payload: CardSet) -> PhotographOut:
    """Tell where a white or grey card lies in a picture, or that there is none."""
    found = _photograph(request, key)
    photographs.set_card(found, payload.card)
    return photographs.photograph_out(found)


@router.post("/photographs/{int:key}/area", response=AreaColour)
def area_of_photograph(request: SignedIn, key: int, payload: PhotoArea) -> AreaColour:
    """The colour of a point or an area of a picture."""
    found = photographs.colour_of(_photograph(request, key), payload)
    told = found.uncertainty
    return AreaColour(
        look=looks([found.lab])[0],
        spread=found.spread,
        uncertainty=told,
        says="" if told is None else difference_in_words(told),
    )


@router.get("/photographs/{int:key}/notes", response=list[Note])
def notes_of_photograph(
    request: SignedIn,
    key: int,
    count: Annotated[int, Field(ge=FEWEST_NOTES, le=MOST_NOTES)] = USUAL_NOTES,
) -> list[Note]:
    """The main colours of a picture, dark to light."""
    found = photographs.notes_of(_photograph(request, key), count)
    told = zip(found, looks([note.lab for note in found]), strict=True)
    return [Note(look=look, share=note.share) for note, look in told]


throwing_routes(router, "/photographs/{int:key}", "photograph", _photograph)
