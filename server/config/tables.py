"""What the browser has from the core and the API beside the types: defaults, limits and tables.

``./studio client`` writes them as a module of the client, so that nothing is said twice.
"""

import json
from collections.abc import Mapping
from dataclasses import asdict
from typing import Any, Final

import numpy as np

from mesotint.colour.hues import MIDDLES, WHEEL
from mesotint.colour.munsell import lab_from_munsell
from mesotint.colour.srgb import neutral_hex
from mesotint.colour.words import DIFFERENCES
from mesotint.mixing.palette import KNIFE_LOAD
from mesotint.mixing.traces import TRACE_BELOW
from mesotint.paints.cautions import CHILDREN, LIBRARY, OILY, SAY, cautions
from mesotint.paints.first_boxes import FIRST_MEDIA, FirstMedium, without_usual_hazards
from mesotint.paints.library import library
from mesotint.paints.roles import NEVER
from mesotint.pictures.recolour import RECOLOUR
from mesotint.pictures.taken import MOST_BYTES
from mesotint.planning.charts import KINDS
from mesotint.planning.charts.kind import Kind
from mesotint.planning.examples import PAIR, SHORE
from mesotint.planning.measures import KINDS as MEASURES
from mesotint.planning.measures.kind import MeasureKind
from mesotint.planning.scale import FEWEST_STEPS, MOST_STEPS
from mesotint.practice.exercises import KINDS as EXERCISES
from mesotint.practice.session import SURROUND
from server.config.api import api
from server.mixtures.sources import KINDS as SOURCES
from server.painters.models import DARKEST_STAGE, LIGHTEST_STAGE
from server.scales.chart_requests import CHART_REQUESTS

_LIMITS: Final = {
    "minimum": "least",
    "maximum": "most",
    "maxLength": "longest",
    "minItems": "fewest",
    "maxItems": "most",
}

_HEAD: Final = """\
// Written by ./studio client from the core and the API: what is said there is not said again here.
import type { components } from "./schema";

type Schemas = components["schemas"];
"""


def _schemas() -> Mapping[str, Any]:
    told: Mapping[str, Any] = api.get_openapi_schema()["components"]["schemas"]
    return told


def defaults() -> dict[str, dict[str, Any]]:
    """What is taken where nothing is said, of every schema that has such things."""
    found = {}
    for name, schema in _schemas().items():
        told = {
            field: each["default"]
            for field, each in schema.get("properties", {}).items()
            if "default" in each
        }
        if told:
            found[name] = told
    return found


def limits() -> dict[str, dict[str, dict[str, float]]]:
    """How little and how much is taken, of every schema that says so."""
    found = {}
    for name, schema in _schemas().items():
        told = {}
        for field, each in schema.get("properties", {}).items():
            # What may be left out says its limits one level down.
            sides = [each, *each.get("anyOf", ())]
            bounds = {
                word: side[key] for side in sides for key, word in _LIMITS.items() if key in side
            }
            if bounds:
                told[field] = bounds
        if told:
            found[name] = told
    return found


def tables() -> dict[str, Any]:
    """Tables of the core that the browser reads."""
    values = [step / 2 for step in range(round(2 * DARKEST_STAGE), round(2 * LIGHTEST_STAGE) + 1)]
    lightness = lab_from_munsell(np.array([[0.0, value, 0.0] for value in values]))[:, 0]
    whole = lab_from_munsell(np.array([[0.0, value, 0.0] for value in range(1, 10)]))[:, 0]
    return {
        "steps": [FEWEST_STEPS, MOST_STEPS],
        "charts": {key: _chart(kind) for key, kind in KINDS.items()},
        "examples": {
            "pair": PAIR,
            "shore": [asdict(passage) for passage in SHORE],
        },
        "knifeLoad": KNIFE_LOAD,
        "exercises": {
            key: {"title": kind.title, "on_palette": kind.on_palette}
            for key, kind in EXERCISES.items()
        },
        "sources": [[key, kind.title] for key, kind in SOURCES.items() if kind.title],
        "measures": {key: _measure(kind) for key, kind in MEASURES.items()},
        "wheel": [hue.name for hue in WHEEL],
        "traceBelow": TRACE_BELOW,
        "differences": [
            [None if below == float("inf") else below, word] for below, word in DIFFERENCES
        ],
        "hues": list(MIDDLES.items()),
        "neutrals": dict(
            zip([f"{value:g}" for value in values], neutral_hex(lightness), strict=True)
        ),
        "stage": [DARKEST_STAGE, LIGHTEST_STAGE],
        "values": neutral_hex(whole),
        "practiceSurround": f"{SURROUND:g}",
        # What a screen and a room have to show before an eye is asked about darks and lights.
        "screenCheck": neutral_hex(
            lab_from_munsell(np.array([[0.0, v, 0.0] for v in (1.0, 1.5, 9.0, 9.5)]))[:, 0]
        ),
        "firstMedia": {word: _first_medium(medium) for word, medium in FIRST_MEDIA.items()},
        "cautions": {"library": LIBRARY, "oily": OILY, "children": CHILDREN, "say": SAY},
        "never": NEVER,
        "mostPhotographBytes": MOST_BYTES,
        "recolour": RECOLOUR,
    }


def _chart(kind: Kind[Any]) -> dict[str, Any]:
    """What a kind of chart says of itself: its sides, and how each option is offered."""
    words = {
        field: getattr(kind, field)
        for field in ("title", "noun", "joined", "picture", "question", "opaque", "presets",
                      "example", "goes_on", "goes_on_as", "after_reading",
                      "for_class")
    }  # fmt: skip
    # What is usual stands in the request.
    fields = CHART_REQUESTS[kind.key].model_fields
    options = [
        {"name": name, "is": type(option).__name__, **_offered(asdict(option)),
         "usual": fields[name].default}
        for name, option in kind.choices.items()
    ]  # fmt: skip
    sides = [{"name": name, **asdict(side)} for name, side in kind.sides.items()]
    return {**words, "sides": sides, "options": options}


def _offered(option: dict[str, Any]) -> dict[str, Any]:
    """An option with its words in pairs, since they may be called by numbers."""
    if "words" in option:
        option["words"] = list(option["words"].items())
    return option


def _measure(kind: MeasureKind) -> dict[str, Any]:
    """What a kind of measure says of itself."""
    fields = ("title", "unit", "most", "read_by", "own_step", "imperial")
    return {field: getattr(kind, field) for field in fields}


def _first_medium(medium: FirstMedium) -> dict[str, Any]:
    """A medium with its boxes, each also without usual hazards, and what is cautioned of them."""
    paints = library().paints
    boxes = []
    for box in medium.boxes:
        gentle = without_usual_hazards(box.paints)
        told = [
            cautions([paints[key] for key in keys], oil=medium.medium == "oil")
            for keys in (box.paints, gentle)
        ]
        boxes.append(
            {**asdict(box), "gentle": gentle, "cautions": told[0], "gentle_cautions": told[1]}
        )
    return {**asdict(medium), "boxes": boxes}


def written() -> str:
    """The module, in TypeScript."""
    given = defaults()
    whole = {name for name, told in given.items() if _all_have(name, told)}
    types = "".join(
        f"  {name}: {'' if name in whole else 'Partial<'}Schemas[{json.dumps(name)}]"
        f"{'' if name in whole else '>'};\n"
        for name in given
    )
    return (
        f"{_HEAD}\n/** What is taken where nothing is said. */\n"
        f"export const DEFAULTS: {{\n{types}}} = {_told(given)};\n\n"
        f"/** How little and how much is taken. */\n"
        f"export const LIMITS = {_told(limits())} as const;\n\n"
        f"/** Tables of the core. */\nexport const TABLES = {_told(tables())} as const;\n"
    )


def _all_have(name: str, told: Mapping[str, Any]) -> bool:
    return set(told) == set(_schemas()[name].get("properties", {}))


def _told(value: Mapping[str, Any]) -> str:
    """An object with each of its fields on a line."""
    lines = (f"  {json.dumps(name)}: {json.dumps(told)}," for name, told in value.items())
    return "\n".join(["{", *lines, "}"])
