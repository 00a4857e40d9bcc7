"""The journal: entries on the wall, on their slips, mixed again; the store, and what it teaches."""

from typing import Annotated, Literal

from django.http import HttpResponse
from ninja import File, Form, Query, Router, Status, UploadedFile
from pydantic import Field

from mesotint.formats.journal import JOURNAL_FILE
from server.journal import again, files, noting
from server.journal.answers import (
    AgainOut,
    EntryOut,
    FoundEntry,
    MapOut,
    StoreOut,
    Taken,
    TeachesOut,
    WallOut,
    WallSwatch,
)
from server.journal.requests import (
    AgainIn,
    BookIn,
    ButIn,
    EntryChange,
    EntryIn,
    Filters,
    Order,
    RemarkIn,
)
from server.journal.services import change, entry_out, mine, remark, set_tags, words_of
from server.journal.store import store
from server.journal.teaching import teaches
from server.journal.wall import MOST_AT_ONCE, MOST_NEAR, in_group, mapped, near, wall
from server.kept import tasks
from server.kept.answers import TaskOut, task_out
from server.kept.shelf import throwing_routes
from server.painters.requests import SignedIn
from server.piles.advice import advised
from server.piles.answers import PileOut
from server.tubes.readings import colour_typed

router = Router(tags=["journal"])


@router.get("/wall", response=WallOut)
def the_wall(request: SignedIn, filters: Query[Filters], order: Order = "day") -> WallOut:
    """The entries that are asked for, in groups, and those of the first window."""
    return wall(request.user, order, filters)


@router.get("/swatches", response=list[WallSwatch])
def swatches(
    request: SignedIn,
    filters: Query[Filters],
    order: Order,
    group: Annotated[str, Field(max_length=40)],
    first: Annotated[int, Field(ge=0, le=10_000_000)] = 0,
    count: Annotated[int, Field(ge=1, le=MOST_AT_ONCE)] = 200,
) -> list[WallSwatch]:
    """Some entries of one group of the wall; by day, of all days where none is named."""
    return in_group(request.user, order, group, filters, first, count)


@router.get("/map", response=MapOut)
def the_map(request: SignedIn, filters: Query[Filters]) -> MapOut:
    """What the painter mixes: hue across, value up."""
    return mapped(request.user, filters)


@router.get("/near", response=list[WallSwatch])
def nearest(
    request: SignedIn,
    filters: Query[Filters],
    colour: Annotated[str, Field(max_length=60)],
    count: Annotated[int, Field(ge=1, le=MOST_NEAR)] = 60,
) -> list[WallSwatch]:
    """The entries nearest to a colour, and how far off each is."""
    return near(request.user, colour_typed(colour), filters, count)


@router.post("/notes", response={201: EntryOut})
def note_it(request: SignedIn, payload: EntryIn) -> Status[EntryOut]:
    """Note a mixture; the same one again is told as mixed again."""
    kept = noting.note(
        request.user, payload.mixture, payload.viewing, name=payload.name, token=payload.token
    )
    if payload.note.strip() or payload.tags:
        set_tags(kept, [*kept.tags.values_list("word", flat=True), *payload.tags])
        if payload.note.strip():
            kept.note = "\n".join(filter(None, [kept.note, payload.note.strip()]))
        kept.words = words_of(kept)
        kept.save(update_fields=["note", "words"])
    return Status(201, entry_out(kept))


@router.get("/entries/{int:key}", response=EntryOut)
def entry(request: SignedIn, key: int) -> EntryOut:
    """One entry, with everything that is known of it."""
    return entry_out(mine(request.user, key))


@router.patch("/entries/{int:key}", response=EntryOut)
def change_entry(request: SignedIn, key: int, payload: EntryChange) -> EntryOut:
    """Write beside an entry."""
    return entry_out(change(request.user, key, payload))


@router.post("/entries/{int:key}/remarks", response=EntryOut)
def remark_on(request: SignedIn, key: int, payload: RemarkIn) -> EntryOut:
    """Add how a mixture came out."""
    kept = mine(request.user, key)
    remark(request.user, kept, payload)
    return entry_out(mine(request.user, key))


@router.post("/entries/{int:key}/again", response=AgainOut)
def mix_again(request: SignedIn, key: int, payload: AgainIn) -> AgainOut:
    """How to mix an entry again, with the tubes there are now."""
    return again.again(request.user, mine(request.user, key), payload)


@router.post("/entries/{int:key}/but", response={201: PileOut})
def again_but(request: SignedIn, key: int, payload: ButIn) -> Status[PileOut]:
    """Begin a pile that is to be an entry, one step another way."""
    pile = again.but(request.user, mine(request.user, key), payload.way, payload.token)
    return Status(201, advised(request.user, pile))


throwing_routes(router, "/entries/{int:key}", "entry", lambda asking, key: mine(asking.user, key))


@router.get("/file.{form}", response={200: None})
def give_journal(
    request: SignedIn, form: Literal["json", "csv", "cgats", "cxf"], filters: Query[Filters]
) -> HttpResponse:
    """The entries that are asked for, as a file."""
    return files.journal_file(request.user, form, filters)


@router.get("/schema.json", response={200: dict}, auth=None)
def schema(request: SignedIn) -> dict[str, object]:
    """The JSON Schema of a journal."""
    return JOURNAL_FILE.schema


@router.post("/book", response={202: TaskOut})
def print_book(request: SignedIn, payload: BookIn) -> Status[TaskOut]:
    """Draw a swatch book as PDF."""
    asked = {"asked": payload.model_dump(), "address": request.build_absolute_uri("/")}
    return Status(202, task_out(tasks.begin(request.user, files.book, asked)))


@router.post("/file/look", response=list[FoundEntry])
def look_at_journal(request: SignedIn, file: File[UploadedFile]) -> list[FoundEntry]:
    """What entries a file holds, and how their tubes are matched; nothing is taken yet."""
    return files.found_entries(request.user, files.journal_in(file))


@router.post("/file/take", response={201: Taken})
def take_journal(
    request: SignedIn, file: File[UploadedFile], tubes: Form[str] = "{}"
) -> Status[Taken]:
    """Take the entries of a file; `tubes` is JSON: the tube that a label is of, or null."""
    chosen = files.chosen_tubes(tubes)
    return Status(
        201, Taken(count=files.take_journal(request.user, files.journal_in(file), chosen))
    )


@router.get("/store", response=StoreOut)
def the_store(
    request: SignedIn, painting: Annotated[int | None, Field(ge=1, lt=2**63)] = None
) -> StoreOut:
    """Where each tube's paint is, how long it lasts, and what a painting would take."""
    return store(request.user, painting)


@router.get("/teaches", response=TeachesOut)
def what_it_teaches(request: SignedIn) -> TeachesOut:
    """What the entries show of a painter's habits."""
    return teaches(request.user)
