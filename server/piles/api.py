"""The palette: piles and moves, the scale and the instrument, photographs, and kept mixtures."""

import numpy as np
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Status

from mesotint.colour.photograph import FEWEST_NOTES, MOST_NOTES
from mesotint.mixing.mixture import appearances
from mesotint.optics.grid import Array
from server.piles import instruments, photographs, recall
from server.piles.models import Photograph, Pile, SavedMixture
from server.piles.schemas import (
    AreaIn,
    AreaOut,
    CalibrateIn,
    CardSet,
    FamilyIn,
    FoundMixtureOut,
    GramScaleIn,
    GramScaleOut,
    KeepIn,
    MeasurePileIn,
    NoteOut,
    PhotographOut,
    PileChange,
    PileEventIn,
    PileIn,
    PileOut,
    PileSummaryOut,
    PotIn,
    PutIn,
    SavedMixtureOut,
    SplitIn,
    TouchingOut,
    WeighIn,
)
from server.piles.services import do, family, into_pot, mine, new_pile, split
from server.piles.targets import set_target
from server.piles.told import pile_out, piles_out, touching_out
from server.problems import problem
from server.scales.ends import look_fields
from server.scales.requests import Light
from server.tubes.measuring import colour_typed

router = Router(tags=["piles"])

MOST_FOUND = 24
USUAL_NOTES = 6
PICTURE = {
    "requestBody": {
        "required": True,
        "content": {
            kind: {"schema": {"type": "string", "format": "binary"}}
            for kind in ("image/jpeg", "image/png", "image/webp")
        },
    }
}


@router.get("/piles", response=list[PileSummaryOut])
def piles(request: HttpRequest) -> list[PileSummaryOut]:
    """The piles, pots and let-downs on the palette, the last one touched first."""
    return piles_out(request.user)


@router.post("/piles", response={201: PileOut})
def begin_pile(request: HttpRequest, payload: PileIn) -> Status:
    """Begin a pile, or a let-down."""
    return Status(201, pile_out(request.user, new_pile(request.user, payload)))


@router.get("/piles/{int:pile_id}", response=PileOut)
def pile(request: HttpRequest, pile_id: int) -> PileOut:
    """One pile, and what to do next."""
    return pile_out(request.user, mine(request.user, pile_id))


@router.get("/piles/{int:pile_id}/touching", response=TouchingOut)
def touching(request: HttpRequest, pile_id: int, light: Light = "D65") -> TouchingOut:
    """A pile and its target under a light, and the pile opened with white."""
    return touching_out(request.user, mine(request.user, pile_id), light)


@router.patch("/piles/{int:pile_id}", response=PileOut)
def change_pile(request: HttpRequest, pile_id: int, payload: PileChange) -> PileOut:
    """Give a pile another name or another target."""
    found = mine(request.user, pile_id)
    if payload.target is not None:
        set_target(found, request.user, payload.target)
    if payload.name is not None:
        found.name = payload.name.strip() or found.name
    found.save()
    return pile_out(request.user, found)


@router.post("/piles/{int:pile_id}/events", response=PileOut)
def do_to_pile(request: HttpRequest, pile_id: int, payload: PileEventIn) -> PileOut:
    """Add, carry, take off, take back, or bring back; sent twice, it is done once."""
    found = mine(request.user, pile_id)
    return pile_out(request.user, found, do(request.user, found, payload))


@router.post("/piles/{int:pile_id}/split", response=PileOut)
def split_pile(request: HttpRequest, pile_id: int, payload: SplitIn) -> PileOut:
    """Split a pile into equal or given parts."""
    found = mine(request.user, pile_id)
    split(request.user, found, payload)
    return pile_out(request.user, found)


@router.post("/piles/{int:pile_id}/family", response=PileOut)
def make_family(request: HttpRequest, pile_id: int, payload: FamilyIn) -> PileOut:
    """Make near, middle and far of a pile, or light, middle and dark, by carrying."""
    found = mine(request.user, pile_id)
    family(request.user, found, payload)
    return pile_out(request.user, found)


@router.post("/piles/{int:pile_id}/pot", response=PileOut)
def put_in_pot(request: HttpRequest, pile_id: int, payload: PotIn) -> PileOut:
    """Put what is left of a pile into a pot; the answer is the pot."""
    return pile_out(request.user, into_pot(request.user, mine(request.user, pile_id), payload))


@router.post("/piles/{int:pile_id}/weigh", response=PileOut)
def weigh(request: HttpRequest, pile_id: int, payload: WeighIn) -> PileOut:
    """Take what the scale shows as an addition, once it has settled."""
    found = mine(request.user, pile_id)
    instruments.weigh(request.user, found, payload)
    return pile_out(request.user, found)


@router.post("/piles/{int:pile_id}/measure", response=PileOut)
def measure_pile(request: HttpRequest, pile_id: int, payload: MeasurePileIn) -> PileOut:
    """Measure a pile with the colorimeter; the difference is carried into the advice."""
    found = mine(request.user, pile_id)
    instruments.measure(request.user, found, payload)
    return pile_out(request.user, found)


@router.post("/piles/{int:pile_id}/calibrate", response=PileOut)
def calibrate_by_pile(request: HttpRequest, pile_id: int, payload: CalibrateIn) -> PileOut:
    """Keep a measured pile as a reading of one of its tubes, to calibrate it by."""
    found = mine(request.user, pile_id)
    instruments.calibrate(request.user, found, payload.tube)
    return pile_out(request.user, found)


@router.delete("/piles/{int:pile_id}", response={204: None})
def scrape_off(request: HttpRequest, pile_id: int) -> Status:
    """Scrape a pile off the palette; it can be brought back."""
    return _set_thrown(mine(request.user, pile_id), True)


@router.post("/piles/{int:pile_id}/restore", response={204: None})
def bring_back(request: HttpRequest, pile_id: int) -> Status:
    """Bring a pile back that was scraped off."""
    return _set_thrown(mine(request.user, pile_id), False)


def _set_thrown(thing: Pile | Photograph | SavedMixture, thrown: bool) -> Status:
    thing.thrown_away = thrown
    thing.save(update_fields=["thrown_away"])
    return Status(204, None)


@router.get("/gram-scale", response=GramScaleOut)
def scale(request: HttpRequest) -> GramScaleOut:
    """What the gram scale shows."""
    return instruments.scale_out(instruments.balance_of(request.user))


@router.put("/gram-scale", response=GramScaleOut)
def set_up_scale(request: HttpRequest, payload: GramScaleIn) -> GramScaleOut:
    """Put a scale of another step on the desk."""
    balance = instruments.balance_of(request.user)
    instruments.set_up(balance, payload.step_g)
    return instruments.scale_out(balance)


@router.post("/gram-scale/tare", response=GramScaleOut)
def tare_scale(request: HttpRequest) -> GramScaleOut:
    """Take what lies on the scale as zero."""
    balance = instruments.balance_of(request.user)
    instruments.tare(balance)
    return instruments.scale_out(balance)


@router.post("/gram-scale/put", response=GramScaleOut)
def put_on_scale(request: HttpRequest, payload: PutIn) -> GramScaleOut:
    """Let the simulated hand put something on the scale, or take it off."""
    balance = instruments.balance_of(request.user)
    instruments.put(balance, payload)
    return instruments.scale_out(balance)


def _photograph(request: HttpRequest, photograph_id: int) -> Photograph:
    return get_object_or_404(Photograph, pk=photograph_id, painter=request.user)


def _photograph_out(found: Photograph) -> PhotographOut:
    return PhotographOut(
        id=found.pk,
        name=found.name,
        width=found.width,
        height=found.height,
        card=found.card,
        card_area=None if found.card_area is None else AreaIn(**found.card_area),
    )


@router.get("/photographs", response=list[PhotographOut])
def list_photographs(request: HttpRequest) -> list[PhotographOut]:
    """The painter's photographs, the newest first."""
    mine_ = Photograph.objects.filter(painter=request.user, thrown_away=False).defer("image")
    return [_photograph_out(found) for found in mine_]


@router.post("/photographs", response={201: PhotographOut}, openapi_extra=PICTURE)
def take_photograph(
    request: HttpRequest, name: str = Query("", max_length=300)
) -> Status | HttpResponse:
    """Take in a photograph: a JPEG, PNG or WebP file of up to 25 MB as the body."""
    try:
        data = photographs.body_of(request)
    except photographs.TooBig as error:
        return problem(413, error.message, error.field)
    return Status(201, _photograph_out(photographs.take_in(request.user, data, name)))


@router.get("/photographs/{int:photograph_id}/image", response={200: None})
def photograph_image(request: HttpRequest, photograph_id: int) -> HttpResponse:
    """The picture itself, for its painter alone."""
    found = _photograph(request, photograph_id)
    answer = HttpResponse(bytes(found.image), content_type="image/jpeg")
    answer["Cache-Control"] = "private, max-age=86400, immutable"
    return answer


@router.put("/photographs/{int:photograph_id}/card", response=PhotographOut)
def set_card(request: HttpRequest, photograph_id: int, payload: CardSet) -> PhotographOut:
    """Tell where a white or grey card lies in a picture, or that there is none."""
    found = _photograph(request, photograph_id)
    photographs.set_card(found, payload.card)
    return _photograph_out(found)


@router.post("/photographs/{int:photograph_id}/area", response=AreaOut)
def area_of_photograph(request: HttpRequest, photograph_id: int, payload: AreaIn) -> AreaOut:
    """The colour of a point or an area of a picture."""
    found = photographs.colour_of(_photograph(request, photograph_id), payload)
    return AreaOut(spread=found.spread, **look_fields(appearances(found.lab)[0]))


@router.get("/photographs/{int:photograph_id}/notes", response=list[NoteOut])
def notes_of_photograph(
    request: HttpRequest,
    photograph_id: int,
    count: int = Query(USUAL_NOTES, ge=FEWEST_NOTES, le=MOST_NOTES),
) -> list[NoteOut]:
    """The main colours of a picture, dark to light."""
    found = photographs.notes_of(_photograph(request, photograph_id), count)
    looks = appearances(np.array([note.lab for note in found]))
    return [
        NoteOut(share=note.share, **look_fields(look))
        for note, look in zip(found, looks, strict=True)
    ]


@router.delete("/photographs/{int:photograph_id}", response={204: None})
def put_photograph_away(request: HttpRequest, photograph_id: int) -> Status:
    """Put a photograph away; it can be brought back."""
    return _set_thrown(_photograph(request, photograph_id), True)


@router.post("/photographs/{int:photograph_id}/restore", response={204: None})
def bring_photograph_back(request: HttpRequest, photograph_id: int) -> Status:
    """Bring a photograph back that was put away."""
    return _set_thrown(_photograph(request, photograph_id), False)


@router.post("/piles/{int:pile_id}/keep", response={201: SavedMixtureOut})
def keep_mixture(request: HttpRequest, pile_id: int, payload: KeepIn) -> Status:
    """Keep what a pile is made of as a recipe."""
    kept = recall.keep(request.user, mine(request.user, pile_id), payload)
    return Status(201, recall.saved_out([kept])[0])


@router.get("/mixtures", response=list[SavedMixtureOut])
def mixtures(request: HttpRequest) -> list[SavedMixtureOut]:
    """The mixtures kept last."""
    kept = SavedMixture.objects.filter(painter=request.user, thrown_away=False)
    return recall.saved_out(kept.prefetch_related("parts")[:MOST_FOUND])


@router.get("/mixtures/near", response=list[FoundMixtureOut])
def mixtures_near(
    request: HttpRequest,
    colour: str = Query("", max_length=60),
    pile: int | None = None,
    count: int = Query(8, ge=1, le=MOST_FOUND),
) -> list[FoundMixtureOut]:
    """What was mixed before that is near a colour, typed or a pile's own (or its target's)."""
    return recall.nearest(request.user, _asked_colour(request, colour, pile), count)


def _asked_colour(request: HttpRequest, colour: str, pile: int | None) -> Array:
    if pile is None:
        return colour_typed(colour)
    return recall.colour_of(request.user, mine(request.user, pile))


@router.delete("/mixtures/{int:mixture_id}", response={204: None})
def throw_mixture_away(request: HttpRequest, mixture_id: int) -> Status:
    """Throw a kept mixture away; it can be brought back."""
    return _set_thrown(get_object_or_404(SavedMixture, pk=mixture_id, painter=request.user), True)


@router.post("/mixtures/{int:mixture_id}/restore", response={204: None})
def bring_mixture_back(request: HttpRequest, mixture_id: int) -> Status:
    """Bring a kept mixture back."""
    return _set_thrown(get_object_or_404(SavedMixture, pk=mixture_id, painter=request.user), False)
