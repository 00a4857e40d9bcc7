"""A whole painting as one JSON file: its tubes, passages, mother and versions."""

import json
from base64 import b64encode
from typing import Any, TypeVar

import numpy as np
from django.db import transaction
from pydantic import BaseModel, ValidationError

from mesotint.errors import InputError
from mesotint.formats.box import BOX_FILE, BoxData, read_box_json, read_optics, write_optics
from mesotint.formats.faults import FileFaults
from mesotint.formats.json_text import read_json
from server.kept import older
from server.mixtures.requests import Measure
from server.painters.models import Painter
from server.paintings.answers import request_of
from server.paintings.composing import compose, tubes_of
from server.paintings.divisions import read_division, shows
from server.paintings.models import Division, Painting, Version
from server.paintings.requests import PaintingIn, PaintingRequest, PictureIn
from server.paintings.services import MOST_VERSIONS, keep, palette_from
from server.tubes.files import make_tube, take_optics, tube_data
from server.tubes.models import Tube
from server.tubes.services import paint_in

FORMAT = "mesotint painting"
VERSION = 2
GREATEST_FILE = 4 * 2**20
TOO_BIG = "The file is over 4 MB; paintings never are."


def written(painting: Painting, *, picture: bool = False) -> str:
    """A painting as one file, which another studio can take in. Its picture's pieces go with it;
    the `picture` itself only where that is asked for."""
    requests = [
        request_of(painting),
        *(request_of(each) for each in painting.versions.filter(thrown_away=False)),
    ]
    asked = [_with_mother_kept(painting.painter, request) for request in requests]
    keys = sorted({key for request in asked for key in tubes_of(request)})
    tubes = list(Tube.objects.filter(painter=painting.painter, pk__in=keys).order_by("pk"))
    place = {tube.pk: i for i, tube in enumerate(tubes)}
    box = BOX_FILE.written(BoxData(painting.name, [tube_data(tube) for tube in tubes]))
    told = {
        "format": FORMAT,
        "version": VERSION,
        "name": painting.name,
        "box": json.loads(box),
        # What was measured of a tube is more than its label and its readings tell.
        "optics": {
            str(place[tube.pk]): json.loads(write_optics([paint_in(tube)]))
            for tube in tubes
            if tube.calibration_id
        },
        "measure": painting.measure,
        "division": _division(painting, asked[0], picture=picture),
        "painting": _renumbered(asked[0].model_dump(mode="json"), place),
        "versions": [
            {
                "name": version.name,
                "palette": version.palette,
                "painting": _renumbered(request.model_dump(mode="json"), place),
            }
            for version, request in zip(
                painting.versions.filter(thrown_away=False), asked[1:], strict=True
            )
        ],
    }
    return json.dumps(told, ensure_ascii=False, indent=1)


def _division(
    painting: Painting, asked: PaintingRequest, *, picture: bool
) -> dict[str, Any] | None:
    """The pieces of a painting's picture, and the picture where it goes with them."""
    if asked.picture is None:
        return None
    mine = Division.objects.filter(painter=painting.painter, pk=asked.picture.division)
    kept = mine.select_related("photograph").first()
    if kept is None:
        return None
    shown = picture and shows(kept)
    return {
        "width": kept.width,
        "height": kept.height,
        "labels": b64encode(bytes(kept.labels)).decode(),
        "labs": kept.labs,
        "spreads": kept.spreads,
        "picture": b64encode(bytes(kept.picture or b"")).decode() if shown else None,
    }


def _with_mother_kept(painter: Painter, request: PaintingRequest) -> PaintingRequest:
    """A pot stays where it is: a mother from one goes along as its colour."""
    if request.mother is None or request.mother.kind != "pot":
        return request
    composed = compose(painter, request)
    try:
        paint = composed.mother().paint
    except InputError:
        return request.model_copy(update={"mother": None})
    lab = composed.painting.viewing.lab(np.ones(1), [paint])
    colour = " ".join(f"{value:.2f}" for value in lab)
    mother = request.mother.model_copy(update={"kind": "colour", "colour": colour, "id": 0})
    return request.model_copy(update={"mother": mother})


def _renumbered(told: dict[str, Any], tube: dict[int, int]) -> dict[str, Any]:
    """A request with its tubes by other keys; mixtures from tubes that are gone are left out."""
    for passage in told["passages"]:
        parts = (passage["mixture"] or {}).get("parts", [])
        if passage["mixture"]:
            # Where it came from here is nowhere there.
            passage["mixture"]["origin"] = None
        if any(part["tube"] not in tube for part in parts):
            passage["mixture"] = None
        else:
            for part in parts:
                part["tube"] = tube[part["tube"]]
        layered = passage["layers"] or {}
        laid = [layered[name] for name in ("under", "over") if name in layered]
        if any(part["tube"] not in tube for mixture in laid for part in mixture["parts"]):
            passage["layers"] = None
            continue
        for mixture in laid:
            mixture["origin"] = None
            for part in mixture["parts"]:
                part["tube"] = tube[part["tube"]]
    mother = told["mother"]
    if mother and mother["kind"] == "tube":
        told["mother"] = {**mother, "id": tube[mother["id"]]} if mother["id"] in tube else None
    return told


@transaction.atomic
def take_in(painter: Painter, data: bytes) -> Painting:
    """A painting from a file: all of it, or nothing. Tubes the painter has are used again."""
    told = _read(data)
    box = read_box_json(json.dumps(told["box"]).encode())
    tubes = {}
    for place, each in enumerate(box.tubes):
        optics = told["optics"].get(str(place))
        known = None if optics or each.readings or not each.paint else _known(painter, each.paint)
        tube = known or make_tube(painter, each)
        if optics:
            take_optics(tube, read_optics(json.dumps(optics).encode()))
        tubes[place] = tube.pk
    division = None
    if told.get("division") is not None:
        division = read_division(painter, told["division"])
    asked = PaintingIn(
        name=str(told.get("name") or "")[:120],
        request=_request(told["painting"], tubes, division),
        measure=_checked(Measure, told.get("measure", {})),
    )
    painting, _ = keep(painter, asked)
    for version in reversed(told["versions"][:MOST_VERSIONS]):
        request = _request(version["painting"], tubes, division)
        Version.objects.create(
            painting=painting,
            name=str(version.get("name") or "")[:120] or "Version",
            request=request.model_dump(mode="json"),
            # Computed anew: a palette that is only told is not taken on trust.
            palette=palette_from(painter, request),
        )
    return painting


def _read(data: bytes) -> dict[str, Any]:
    try:
        told, _ = read_json(data)
    except FileFaults as error:
        raise InputError(f"{error.message} Choose a painting that was exported.", "file") from None
    if not isinstance(told, dict) or told.get("format") != FORMAT:
        raise InputError("The file is no painting; choose one that was exported here.", "file")
    if told.get("version") not in (1, VERSION):
        raise InputError("The file is of a later version; take a newer Mesotint for it.", "file")
    if not isinstance(told.get("box"), dict) or not isinstance(told.get("painting"), dict):
        raise InputError("The file's tubes or passages are missing.", "file")
    told.setdefault("optics", {})
    told.setdefault("versions", [])
    if not isinstance(told["optics"], dict) or not isinstance(told["versions"], list):
        raise InputError("The file's optics or versions are not as they were exported.", "file")
    for version in told["versions"]:
        if not isinstance(version, dict) or not isinstance(version.get("painting"), dict):
            raise InputError("One of the file's versions has no painting.", "file")
    if told["version"] < VERSION:
        try:
            _brought_forward(told)
        except (AttributeError, KeyError, TypeError, ValueError):
            raise InputError("The file is not as an earlier version wrote it.", "file") from None
    return told


def _brought_forward(told: dict[str, Any]) -> None:
    told["measure"] = older.measure(told.get("measure", {}))
    for each in (told, *told["versions"]):
        each["painting"] = older.painting_request(each["painting"])


def _known(painter: Painter, key: str) -> Tube | None:
    """A tube of the painter's with this very paint, as its label says."""
    mine = Tube.objects.filter(painter=painter, paint_key=key, put_away=False)
    return mine.filter(calibration=None).order_by("pk").first()


def _request(
    told: dict[str, Any], tubes: dict[int, int], division: Division | None
) -> PaintingRequest:
    request = _checked(PaintingRequest, told)
    # A picture is known by its key in the studio it comes from, and by another one here.
    here = None if division is None or request.picture is None else PictureIn(division=division.pk)
    request = request.model_copy(update={"picture": here})
    return _checked(PaintingRequest, _renumbered(request.model_dump(mode="json"), tubes))


Kind = TypeVar("Kind", bound=BaseModel)


def _checked(kind: type[Kind], told: Any) -> Kind:
    try:
        return kind.model_validate(told)
    except ValidationError as error:
        first = error.errors()[0]
        place = ".".join(str(step) for step in first["loc"])
        raise InputError(
            f"The file cannot be read at {place or 'its beginning'}: {first['msg'].lower()}.",
            "file",
        ) from None
