"""The demo's invented painter, preparing *Low Tide, Breakers' Yard*: their box and their sheets."""

import json
from typing import Any, Final

from django.db import transaction

from server.demo.months import load_months
from server.demo.photograph import DIVISION, PICTURE, card_area
from server.kept.models import Photograph
from server.kept.owned import forget
from server.kept.photographs import set_card, take_in
from server.kept.requests import Card, PhotoArea
from server.painters.models import DEMO_PAINTER, Painter
from server.paintings.divisions import read_division
from server.paintings.requests import PaintingIn
from server.paintings.services import keep as keep_painting
from server.piles.requests import AddIn, KeepIn, PileIn, PotIn
from server.piles.services import do, into_pot, new_pile
from server.piles.services import keep as keep_mixture
from server.scales.requests import SheetIn
from server.scales.services import keep
from server.tubes.models import Box, Desk, Tube

DEMO_PASSWORD: Final = "low-tide"

BOX: Final = (
    "PW6", "PY3", "PY37", "PY43", "PBr7-raw-sienna", "PO20", "PBr7-burnt-sienna", "PR101",
    "PR108-light", "PR177", "PV19", "PV23", "PB29", "PB28", "PB35", "PB15:3", "PG7", "PG18",
    "PG17", "PBr7-raw-umber", "PBr7-burnt-umber", "PBk9",
)  # fmt: skip

SELECTION: Final = ("PW6", "PY3", "PO20", "PBr7-burnt-sienna", "PR101", "PV23", "PB29", "PB35")
TUBE: Final = {"size_ml": 37.0, "left_ml": 30.0}
WHITE: Final = {"size_ml": 200.0, "left_ml": 140.0}

SHEETS: Final = (
    {"name": "Rust runs into harbour water", "pair": ("PO20", "PB28"), "steps": 9,
     "notes": {3: "rust runs, in the light", 6: "the hull where it is tarred"}},
    {"name": "Wet mud, umber to cobalt", "pair": ("PBr7-raw-umber", "PB28"),
     "steps": 7, "lightener": 2.0, "notes": {2: "wet mud", 3: "mud in shadow"}},
    {"name": "Bleached rope, ochre into violet", "pair": ("PY43", "PV23"),
     "steps": 9, "lightener": 4.0, "notes": {2: "bleached rope"}},
    {"name": "Tarred hull, viridian into crimson", "pair": ("PG18", "PR177"), "steps": 7},
    {"name": "Fog bank, thin wash", "pair": ("PR101", "PB35"),
     "steps": 7, "lightener": 6.0, "medium": "wash"},
    {"name": "Breakers' yard in three paints", "chart": "triad",
     "corners": ("PR108-light", "PY3", "PB29"), "lightener": 1.0,
     "picks": ([0.3, 0.3, 0.4], [0.5, 0.35, 0.15], [0.2, 0.5, 0.3], [0.25, 0.15, 0.6]),
     "notes": {0: "mud", 1: "rust", 2: "rope in shade", 3: "harbour water"}},
    {"name": "Rust and tar, wet and dry", "chart": "browns",
     "mixtures": ("PR108-light", "PY3", "PB29"), "openings": [0, 1, 2, 3, 4],
     "notes": {5: "rust, wet", 6: "rust, dry"}},
    {"name": "Values of the tarred hull", "chart": "values",
     "mix": {"PB29": 3.0, "PBr7-burnt-umber": 2.0}, "mix_name": "Tar black"},
    {"name": "Hull, rust and rope going back", "chart": "recession",
     "mixtures": ("PBr7-raw-umber", "PR101", "PY43")},
)  # fmt: skip
"""What is on the demo's shelf, the first on top."""


PILES: Final[tuple[dict[str, Any], ...]] = (
    {"name": "Scrapings of the week", "pot": True,
     "adds": (("PBr7-raw-umber", 9.0), ("PG18", 2.0), ("PR101", 3.0), ("PW6", 8.0))},
    {"name": "Bleached rope", "target": {"name": "bleached rope", "colour": "2.5Y 7/3"},
     "keep": True, "adds": (("PW6", 9.2), ("PBr7-raw-sienna", 0.85), ("PB29", 0.04))},
    {"name": "Fog bank", "target": {"name": "fog bank", "colour": "5PB 7/1"},
     "keep": True, "adds": (("PW6", 9.8), ("PB29", 0.08), ("PBr7-burnt-umber", 0.08))},
    {"name": "Harbour water", "target": {"name": "harbour water", "colour": "5B 4/2"},
     "adds": (("PB35", 3.0), ("PW6", 2.0), ("PBr7-burnt-sienna", 0.6))},
    {"name": "Oystercatcher's bill", "target": {"name": "the bill", "colour": "10R 5/14"},
     "adds": (("PO20", 2.0), ("PR108-light", 1.0))},
)  # fmt: skip
"""What lies on the demo's palette, the last one on top."""


PAINTING: Final[dict[str, Any]] = {
    "name": "Low Tide, Breakers' Yard",
    "passages": (
        {"name": "Tarred hull", "area": 24, "part": "dominant", "distance": "near",
         "mixture": {"PB28": 2, "PBk9": 1}},
        {"name": "Rust runs", "area": 8, "distance": "near",
         "mixture": {"PO20": 2, "PR108-light": 1, "PBk9": 0.1}},
        {"name": "Wet mud", "area": 22, "distance": "near",
         "mixture": {"PBr7-burnt-umber": 3, "PBr7-raw-sienna": 2}},
        {"name": "Bleached rope", "area": 6, "distance": "near",
         "mixture": {"PY43": 1, "PW6": 5}},
        {"name": "Fog bank", "area": 20, "distance": "far", "mixture": {"PV23": 0.05, "PW6": 8}},
        {"name": "Harbour water", "area": 18, "distance": "middle",
         "mixture": {"PB35": 3, "PG18": 1, "PW6": 2}},
        {"name": "Oystercatcher's bill", "area": 2, "part": "accent", "distance": "near",
         "mixture": {"PR108-light": 2, "PO20": 1}},
    ),
    "touching": ((0, 1), (0, 4), (0, 2), (2, 5), (4, 5), (2, 6), (0, 3), (5, 6)),
}  # fmt: skip
"""The demo's painting: seven mixtures that have nothing in common."""


STUDIES: Final[tuple[dict[str, Any], ...]] = (
    {"name": "Slack Water, study", "passages": (
        {"name": "Slack water", "area": 50, "mixture": {"PG18": 3, "PR101": 1, "PW6": 8}},
        {"name": "Wet sand", "area": 30, "mixture": {"PBr7-raw-umber": 1, "PW6": 6}},
        {"name": "Pale sky", "area": 20, "mixture": {"PB35": 0.1, "PW6": 8}},
    ), "touching": ((0, 1), (0, 2))},
    {"name": "Net Loft, study", "passages": (
        {"name": "Tarred boards", "area": 55, "mixture": {"PBr7-burnt-umber": 2, "PB29": 1}},
        {"name": "Nets", "area": 30, "mixture": {"PY43": 1, "PB29": 0.3, "PW6": 5}},
        {"name": "Window", "area": 15, "mixture": {"PY43": 0.1, "PW6": 8}},
    ), "touching": ((0, 1), (0, 2))},
)  # fmt: skip
"""What the demo's painter made before it."""


def _painting(painter: Painter, tubes: dict[str, int], told: dict[str, Any]) -> int:
    passages = [
        {**passage, "mixture": {"parts": [{"tube": tubes[key], "parts": parts}
                                          for key, parts in passage["mixture"].items()]}}
        for passage in told["passages"]
    ]  # fmt: skip
    request = {"passages": passages, "touching": [list(pair) for pair in told["touching"]],
               "picture": told.get("picture")}  # fmt: skip
    asked = PaintingIn.model_validate({"name": told["name"], "request": request})
    return keep_painting(painter, asked)[0].pk


def _with_picture(photograph: Photograph) -> dict[str, Any]:
    """The demo's painting as it begins from its photograph."""
    told = json.loads(DIVISION.read_text("utf-8"))
    division = read_division(photograph.painter, told)
    division.photograph = photograph
    division.save(update_fields=["photograph"])
    passages = [
        {**passage, "pieces": pieces}
        for passage, pieces in zip(PAINTING["passages"], told["passages"], strict=True)
    ]
    return {**PAINTING, "passages": passages, "picture": {"division": division.pk}}


def _piles(painter: Painter, tubes: dict[str, int]) -> None:
    for number, entry in enumerate(PILES):
        pile = new_pile(painter, PileIn(name=entry["name"], target=entry.get("target")))
        for at, (key, ml) in enumerate(entry["adds"]):
            added = {"kind": "add", "tube": tubes[key], "amount": ml, "token": f"demo-{at:04}"}
            do(painter, pile, AddIn(**added))
        token = f"demo-pile-{number}"
        if entry.get("pot"):
            pot = into_pot(painter, pile, PotIn(kind="pot", token=token))
            pot.name = entry["name"]
            pot.save()
        if entry.get("keep"):
            keep_mixture(painter, pile, KeepIn(kind="keep", token=token))


def _sheet(entry: dict[str, Any], tubes: dict[str, int]) -> SheetIn:
    """A sheet of the shelf, with tubes in place of paint keys."""

    def mixture(key: str) -> dict[str, Any]:
        return {"parts": [{"tube": tubes[key]}]}

    rest = dict(entry)
    name, notes = rest.pop("name"), rest.pop("notes", {})
    request: dict[str, Any] = {"chart": rest.pop("chart", "scale")}
    if pair := rest.pop("pair", None):
        request |= {"first": mixture(pair[0]), "second": mixture(pair[1])}
    if mix := rest.pop("mix", None):
        parts = [{"tube": tubes[key], "parts": amount} for key, amount in mix.items()]
        request["mixtures"] = [{"parts": parts, "name": rest.pop("mix_name")}]
    for field in ("corners", "mixtures"):
        if keys := rest.pop(field, None):
            request[field] = [mixture(key) for key in keys]
    if picks := rest.pop("picks", None):
        request["picks"] = [{"point": point} for point in picks]
    return SheetIn.model_validate(
        {
            "name": name,
            "request": {**request, **rest},
            "notes": [{"place": place, "text": text} for place, text in notes.items()],
            "measure": {"kind": "grams", "step": 0.1},
        }
    )


@transaction.atomic
def load() -> None:
    """Make the demo's painter, box and all that was made from it, or put it back as it was."""
    painter, _ = Painter.objects.get_or_create(username=DEMO_PAINTER)
    # Whoever is at work in it stays signed in.
    if not painter.check_password(DEMO_PASSWORD):
        painter.set_password(DEMO_PASSWORD)
    # How it was last worked in goes as all else does.
    for name in ("stage_value", "units", "measure", "hand_ml", "hand", "hints", "never"):
        setattr(painter, name, getattr(Painter(), name))
    painter.save()
    forget(painter)
    made = {
        key: Tube.objects.create(
            painter=painter, paint_key=key, **(WHITE if key == "PW6" else TUBE)
        )
        for key in BOX
    }
    tubes = {key: tube.pk for key, tube in made.items()}
    studio = Box.objects.create(painter=painter, name="Studio box")
    studio.tubes.set(made.values())
    few = Box.objects.create(painter=painter, name="Low Tide, Breakers' Yard", selection=True)
    few.tubes.set(made[key] for key in SELECTION)
    Desk.objects.create(painter=painter, box=studio)
    # Newest first on the shelf, so the first of the list is saved last.
    for entry in reversed(SHEETS):
        keep(painter, _sheet(entry, tubes))
    # The journal's months before today's palette, which lies on top.
    photograph = take_in(painter, PICTURE.read_bytes(), "Low tide, the yard from the slip")
    set_card(photograph, Card(kind="grey", area=PhotoArea(**card_area())))
    yard = _with_picture(photograph)
    paintings = {told["name"]: _painting(painter, tubes, told) for told in (*STUDIES, yard)}
    load_months(painter, tubes, paintings)
    _piles(painter, tubes)
