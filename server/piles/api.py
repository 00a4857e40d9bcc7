"""Piles: begun, added to, taken back, and advised on."""

from django.http import HttpRequest
from ninja import Router, Status

from server.piles.models import Pile
from server.piles.schemas import PileChange, PileEventIn, PileIn, PileOut, PileSummaryOut
from server.piles.services import do, mine, new_pile, pile_out, set_target, summary_out

router = Router(tags=["piles"])


@router.get("", response=list[PileSummaryOut])
def piles(request: HttpRequest) -> list[PileSummaryOut]:
    """The painter's piles, the last one touched first."""
    found = Pile.objects.filter(painter=request.user, thrown_away=False)
    return [summary_out(request.user, pile) for pile in found.prefetch_related("events")]


@router.post("", response={201: PileOut})
def begin_pile(request: HttpRequest, payload: PileIn) -> Status:
    """Begin a pile."""
    return Status(201, pile_out(request.user, new_pile(request.user, payload)))


@router.get("/{int:pile_id}", response=PileOut)
def pile(request: HttpRequest, pile_id: int) -> PileOut:
    """One pile, and what to do next."""
    return pile_out(request.user, mine(request.user, pile_id))


@router.patch("/{int:pile_id}", response=PileOut)
def change_pile(request: HttpRequest, pile_id: int, payload: PileChange) -> PileOut:
    """Give a pile another name or another target."""
    found = mine(request.user, pile_id)
    if payload.target is not None:
        set_target(found, request.user, payload.target)
    if payload.name is not None:
        found.name = payload.name.strip() or found.name
    found.save()
    return pile_out(request.user, found)


@router.post("/{int:pile_id}/events", response=PileOut)
def do_to_pile(request: HttpRequest, pile_id: int, payload: PileEventIn) -> PileOut:
    """Add to a pile, take back, or bring back; sent twice, it is done once."""
    found = mine(request.user, pile_id)
    do(request.user, found, payload)
    return pile_out(request.user, found)


@router.delete("/{int:pile_id}", response={204: None})
def scrape_off(request: HttpRequest, pile_id: int) -> Status:
    """Scrape a pile off the palette; it can be brought back."""
    return _set_thrown(request, pile_id, True)


@router.post("/{int:pile_id}/restore", response={204: None})
def bring_back(request: HttpRequest, pile_id: int) -> Status:
    """Bring a pile back that was scraped off."""
    return _set_thrown(request, pile_id, False)


def _set_thrown(request: HttpRequest, pile_id: int, thrown: bool) -> Status:
    found = mine(request.user, pile_id)
    found.thrown_away = thrown
    found.save(update_fields=["thrown_away"])
    return Status(204, None)
