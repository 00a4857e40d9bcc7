"""Routes that are alike for all that is kept: on a shelf, opened, kept again, thrown away."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any, Generic

from django.db.models import Model
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from server.kept.answers import KeptAgain
from server.kept.requests import Ticked
from server.kept.services import KeptThing, mine, set_ticks
from server.painters.models import Painter
from server.painters.requests import SignedIn


def throwing_routes(
    router: Router, path: str, noun: str, row: Callable[[SignedIn, int], Model]
) -> None:
    """Throw a row away at a path that ends in its ``key``, and bring it back below that.

    Parameters
    ----------
    noun : str
        What is thrown away, in names of operations and sentences: "read-back".
    row : callable
        The painter's own row of a key, thrown away or not; 404 where there is none.
    """

    def thrown(request: SignedIn, key: int, *, away: bool) -> Status[None]:
        # The time of its last change orders a shelf, and this is no change of the thing.
        kept: Any = row(request, key)
        kept.thrown_away = away
        kept.save(update_fields=["thrown_away"])
        return Status(204, None)

    def throw_away(request: SignedIn, key: int) -> Status[None]:
        return thrown(request, key, away=True)

    def bring_back(request: SignedIn, key: int) -> Status[None]:
        return thrown(request, key, away=False)

    name = noun.replace(" ", "_").replace("-", "_")
    router.delete(
        path, response={204: None}, operation_id=f"throw_{name}_away",
        description=f"Throw a {noun} away; it can be brought back.",
    )(throw_away)  # fmt: skip
    router.post(
        f"{path}/restore", response={204: None}, operation_id=f"bring_{name}_back",
        description=f"Bring a {noun} back that was thrown away.",
    )(bring_back)  # fmt: skip


@dataclass(frozen=True)
class Shelf(Generic[KeptThing]):
    """One kind of thing that is kept, and how.

    Attributes
    ----------
    model : type of Kept
    noun : str
        In names of operations and sentences.
    request, answer, summary : type
        What comes in to be kept, what goes out of one, and what its shelf shows of it.
    keep : callable
        Keeps what came in, new or as what has a key, and gives what is kept and what it was
        computed to; refused as `in_hand` refuses.
    computed : type, optional
        What goes out of what it was computed to; nothing of what is computed where it is shown.
    shown : callable, optional
        That, of what `keep` gives.
    copy : callable
        The same once more.
    out, summaries : callable
        Answers of one, and of a shelf.
    """

    model: type[KeptThing]
    noun: str
    request: type[Any]
    answer: type[Any]
    summary: type[Any]
    keep: Callable[[Painter, Any, int | None], tuple[KeptThing, Any]]
    copy: Callable[[KeptThing], KeptThing]
    out: Callable[[KeptThing], Any]
    summaries: Callable[[Iterable[KeptThing]], list[Any]]
    computed: Any = None
    shown: Callable[[Any], Any] = lambda computed: None

    def own(self, request: SignedIn, key: int) -> KeptThing:
        """One of the painter's on the shelf; 404 where there is none."""
        return get_object_or_404(mine(self.model, request.user), pk=key)

    def ever(self, request: SignedIn, key: int) -> KeptThing:
        """One of the painter's, thrown away or not; 404 where there is none."""
        rows = self.model._default_manager.filter(painter=request.user)
        return get_object_or_404(rows, pk=key)


def shelf_routes(router: Router, shelf: Shelf[KeptThing]) -> None:
    """The shelf, one of it, a new one, one kept again, a copy, its ticks, and thrown away."""
    noun, out, one = shelf.noun, shelf.out, "/{int:key}"
    again: Any = KeptAgain[shelf.computed]  # type: ignore[name-defined]

    def rows(request: SignedIn) -> list[Any]:
        return shelf.summaries(mine(shelf.model, request.user))

    def keep_new(request: SignedIn, payload: Any) -> Status[Any]:
        return Status(201, out(shelf.keep(request.user, payload, None)[0]))

    def opened(request: SignedIn, key: int) -> Any:
        return out(shelf.own(request, key))

    def keep_again(request: SignedIn, key: int, payload: Any) -> KeptAgain[Any]:
        kept, computed = shelf.keep(request.user, payload, key)
        answer: KeptAgain[Any] = again(revision=kept.revision, computed=shelf.shown(computed))
        return answer

    def copy(request: SignedIn, key: int) -> Status[Any]:
        return Status(201, out(shelf.copy(shelf.own(request, key))))

    def tick(request: SignedIn, key: int, payload: Ticked) -> Status[None]:
        set_ticks(shelf.own(request, key), payload)
        return Status(204, None)

    # What comes in is of a type that only the shelf knows.
    for view in (keep_new, keep_again):
        view.__annotations__["payload"] = shelf.request

    def register(method: str, path: str, view: Any, response: Any, name: str, says: str) -> None:
        route = getattr(router, method)
        route(path, response=response, operation_id=name, description=says)(view)

    summaries: Any = list[shelf.summary]  # type: ignore[name-defined]
    register("get", "", rows, summaries, f"{noun}s", f"The painter's {noun}s, newest first.")
    register("post", "", keep_new, {201: shelf.answer}, f"keep_{noun}", f"Keep a new {noun}.")
    register("get", one, opened, shelf.answer, noun, f"One {noun}.")
    register("put", one, keep_again, again, f"keep_{noun}_again",
             f"Keep a {noun} again, at the revision it was opened at.")  # fmt: skip
    register("post", f"{one}/copy", copy, {201: shelf.answer}, f"copy_{noun}",
             f"The same {noun} once more.")  # fmt: skip
    register("put", f"{one}/ticks", tick, {204: None}, f"tick_{noun}",
             "Keep which lines of its plan are done.")  # fmt: skip
    throwing_routes(router, one, noun, shelf.ever)
