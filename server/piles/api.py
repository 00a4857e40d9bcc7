"""The palette: piles and what is done to them, and the scale and the instrument beside them."""

from typing import Annotated

from ninja import Body, Router, Status
from pydantic import Field

from server.kept.shelf import throwing_routes
from server.mixtures.answers import KeptMixtureOut
from server.mixtures.keeping import nearest
from server.mixtures.requests import Light
from server.painters.requests import SignedIn
from server.piles import desk
from server.piles.advice import advised
from server.piles.answers import (
    GramScaleOut,
    PileOut,
    PileSummaryOut,
    TouchingOut,
    piles_out,
    touching_out,
)
from server.piles.moves import move
from server.piles.requests import GramScaleIn, Move, PileChange, PileIn, PutIn
from server.piles.services import colour_of, mine, new_pile, set_target

router = Router(tags=["piles"])


@router.get("/piles", response=list[PileSummaryOut])
def piles(request: SignedIn) -> list[PileSummaryOut]:
    """The piles, pots and let-downs on the palette, the last one touched first."""
    return piles_out(request.user)


@router.post("/piles", response={201: PileOut})
def begin_pile(request: SignedIn, payload: PileIn) -> Status[PileOut]:
    """Begin a pile, or a let-down."""
    return Status(201, advised(request.user, new_pile(request.user, payload)))


@router.get("/piles/{int:key}", response=PileOut)
def pile(request: SignedIn, key: int) -> PileOut:
    """One pile, and what to do next."""
    return advised(request.user, mine(request.user, key))


@router.get("/piles/{int:key}/touching", response=TouchingOut)
def touching(request: SignedIn, key: int, light: Light = "D65") -> TouchingOut:
    """A pile and its target under a light, and the pile opened with white."""
    return touching_out(request.user, mine(request.user, key), light)


@router.patch("/piles/{int:key}", response=PileOut)
def change_pile(request: SignedIn, key: int, payload: PileChange) -> PileOut:
    """Give a pile another name or another target."""
    found = mine(request.user, key)
    if payload.target is not None:
        set_target(found, request.user, payload.target)
    if payload.name is not None:
        found.name = payload.name.strip() or found.name
    found.save()
    return advised(request.user, found)


@router.post("/piles/{int:key}/events", response=PileOut)
def move_at_pile(request: SignedIn, key: int, payload: Body[Move]) -> PileOut:
    """Do one thing at a pile, and answer the pile one goes on with: the pot, where all of it went
    into one. Sent twice, it is done once."""
    pile, ledger = move(request.user, mine(request.user, key), payload)
    return advised(request.user, pile, ledger)


throwing_routes(router, "/piles/{int:key}", "pile", lambda asking, key: mine(asking.user, key))


@router.get("/gram-scale", response=GramScaleOut)
def scale(request: SignedIn) -> GramScaleOut:
    """What the gram scale shows."""
    return desk.scale_out(desk.balance_of(request.user))


@router.put("/gram-scale", response=GramScaleOut)
def set_up_scale(request: SignedIn, payload: GramScaleIn) -> GramScaleOut:
    """Put a scale of another step on the desk."""
    return desk.scale_out(desk.set_up(request.user, payload.step_g))


@router.post("/gram-scale/tare", response=GramScaleOut)
def tare_scale(request: SignedIn) -> GramScaleOut:
    """Take what lies on the scale as zero."""
    return desk.scale_out(desk.tare(request.user))


@router.post("/gram-scale/put", response=GramScaleOut)
def put_on_scale(request: SignedIn, payload: PutIn) -> GramScaleOut:
    """Let the simulated hand put something on the scale, or take it off."""
    return desk.scale_out(desk.put(request.user, payload))


@router.get("/piles/{int:key}/near", response=list[KeptMixtureOut])
def mixtures_near_pile(
    request: SignedIn, key: int, count: Annotated[int, Field(ge=1, le=24)] = 8
) -> list[KeptMixtureOut]:
    """What was mixed before that is near a pile's target, or its own colour."""
    return nearest(request.user, colour_of(request.user, mine(request.user, key)), count)
