"""Pictures that paintings begin from: divided, told region by region, and mixed for."""

import io
from base64 import b64decode
from collections.abc import Sequence
from datetime import timedelta
from typing import Any, Final

import numpy as np
from django.db import transaction
from PIL import Image

from mesotint.colour.comparing import compared
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.srgb import srgb_from_lab
from mesotint.colour.words import EYE_TELLS, difference_in_words
from mesotint.errors import InputError
from mesotint.harmony.few_tubes import FewTubes, few_tubes
from mesotint.mixing.mixture import Viewing
from mesotint.optics.grid import Array, Indices, Pixels
from mesotint.painted.placing import SheetPicture
from mesotint.pictures import taken
from mesotint.pictures.division import (
    SIDE,
    Pieces,
    divide,
    labels_as_png,
    labels_from_png,
    pieces_of,
    regions,
    resized,
    split,
)
from mesotint.pictures.photograph import area_colour, lit
from mesotint.pictures.recolour import Recolouring
from mesotint.pictures.taken import small_jpeg
from server.kept import clock
from server.kept.looks import looks
from server.kept.models import Photograph
from server.kept.photographs import card_of, pixels_of
from server.mixtures.requests import TubeMixture
from server.mixtures.services import box_of, in_tubes, paint_of
from server.painters.models import Painter
from server.paintings.answers import (
    DividedOut,
    DivisionOut,
    DotOut,
    MixedOut,
    MixturesOut,
    RegionOut,
    SetOut,
)
from server.paintings.models import Division, Painting, Version
from server.paintings.requests import MOST_PIECES, DivideIn, DotIn, MixturesIn, RegionsIn
from server.tubes.services import PaintBox

_ACCENT_FROM: Final = 1.0
_DAY_H: Final = 24


@transaction.atomic
def make_division(painter: Painter, photograph: Photograph, asked: DivideIn) -> DividedOut:
    """Divide a photograph, and keep its pieces."""
    pixels = resized(pixels_of(photograph))
    card = card_of(photograph, pixels)
    pieces = pieces_of(pixels, card)
    of = divide(pieces, asked.count)
    _forget_unused(painter)
    kept = Division.objects.create(
        painter=painter,
        photograph=photograph,
        width=pixels.shape[1],
        height=pixels.shape[0],
        picture=_jpeg(lit(pixels, card)),
        **pieces_kept(pieces),
    )
    members = [np.flatnonzero(of == place).tolist() for place in range(int(of.max()) + 1)]
    return DividedOut(**division_out(kept).model_dump(), regions=_told(pieces, members))


def division_out(kept: Division) -> DivisionOut:
    """A division as the API tells it."""
    return DivisionOut(
        id=kept.pk,
        width=kept.width,
        height=kept.height,
        photograph=kept.photograph_id,
        there=shows(kept),
    )


def shows(kept: Division) -> bool:
    """Whether its picture may still be shown: not once its photograph is put away."""
    away = kept.photograph is not None and kept.photograph.thrown_away
    return kept.picture is not None and not away


def _forget_unused(painter: Painter) -> None:
    """What was divided and came to no painting is not kept for ever."""
    used = {
        (request.get("picture") or {}).get("division")
        for rows in (Painting.objects.filter(painter=painter),
                     Version.objects.filter(painting__painter=painter))
        for request in rows.values_list("request", flat=True)
    }  # fmt: skip
    old = Division.objects.filter(
        painter=painter, created__lt=clock.now() - timedelta(hours=_DAY_H)
    )
    old.exclude(pk__in=[key for key in used if key]).delete()


def _jpeg(pixels: Pixels) -> bytes:
    return small_jpeg(Image.fromarray(pixels))


def pieces_kept(pieces: Pieces) -> dict[str, Any]:
    """Fields of a division that hold some pieces."""
    return {
        "labels": labels_as_png(pieces.labels),
        "labs": pieces.labs.round(3).tolist(),
        "spreads": pieces.spreads.round(3).tolist(),
    }


def read_division(painter: Painter, told: Any) -> Division:
    """A division from a painting's file, checked as anything that comes in is.

    Raises
    ------
    InputError
        For one that is not as it was exported.
    """
    wrong = InputError("The file's picture is not as it was exported.", "file")
    if not isinstance(told, dict):
        raise wrong
    try:
        labels = labels_from_png(_small(b64decode(told["labels"], validate=True), "PNG"))
        labs = np.array(told["labs"], dtype=np.float64).reshape(-1, 3)
        spreads = np.array(told["spreads"], dtype=np.float64).reshape(-1)
        picture = told.get("picture")
        shown = None if picture is None else _small(b64decode(picture, validate=True), "JPEG")
        size = Image.open(io.BytesIO(shown)).size if shown else labels.shape[::-1]
    except (KeyError, TypeError, ValueError, OSError, SyntaxError):
        raise wrong from None
    count = len(labs)
    if (
        not 0 < count <= MOST_PIECES
        or len(spreads) != count
        or labels.max() >= count
        or not (np.isfinite(labs).all() and np.isfinite(spreads).all())
        or size != labels.shape[::-1]
    ):
        raise wrong
    return Division.objects.create(
        painter=painter,
        width=labels.shape[1],
        height=labels.shape[0],
        picture=None if shown is None else _jpeg(np.asarray(Image.open(io.BytesIO(shown)))),
        **pieces_kept(Pieces(labels, labs, spreads)),
    )


def _small(data: bytes, form: str) -> bytes:
    """A picture's file, once it is known to be no larger than what is divided."""
    with Image.open(io.BytesIO(data), formats=(form,)) as image:
        if max(image.size) > SIDE or image.mode != "RGB":
            raise ValueError(image.size)
        image.load()
    return data


def pieces_in(kept: Division) -> Pieces:
    """The pieces of a division."""
    return Pieces(
        labels_from_png(bytes(kept.labels)),
        np.array(kept.labs, dtype=np.float64).reshape(-1, 3),
        np.array(kept.spreads, dtype=np.float64),
    )


def told_regions(kept: Division, asked: RegionsIn) -> list[RegionOut]:
    """What some regions of a division are; one of them split, where that is asked for."""
    pieces, members = pieces_in(kept), list(asked.regions)
    if asked.split is not None:
        if asked.split >= len(members):
            raise InputError("That passage is gone; choose another one to split.", "split")
        one, other = split(pieces, _checked(pieces, members[asked.split]))
        members[asked.split] = one.tolist()
        members.append(other.tolist())
    return _told(pieces, members)


def _checked(pieces: Pieces, members: Sequence[int]) -> Indices:
    told = np.array(members, dtype=np.intp)
    if len(told) and told.max() >= len(pieces.labs):
        raise InputError("This division is of another picture; divide it anew.", "pieces")
    return told


def _told(pieces: Pieces, members: Sequence[Sequence[int]]) -> list[RegionOut]:
    found = regions(pieces, members)
    return [
        RegionOut(
            pieces=list(mine),
            area=round(100 * region.share, 3),
            look=look,
            spread=round(region.spread, 2),
            touching=list(region.touching),
            centre=list(region.centre),
            name=region.name,
            accent=region.accent >= _ACCENT_FROM,
        )
        for region, mine, look in zip(
            found, members, looks(np.array([region.lab for region in found])), strict=True
        )
    ]


def sheet_picture(
    kept: Division, numbered: Sequence[tuple[Sequence[int], str]], says: Sequence[str]
) -> SheetPicture | None:
    """The picture of a painting's sheet, numbered in the order that is given: the pieces of each
    passage, and its name. None where the picture may not be shown."""
    if not shows(kept):
        return None
    found = regions(pieces_in(kept), [mine for mine, _ in numbered])
    return SheetPicture(
        taken.pixels(bytes(kept.picture or b"")),
        [(*region.centre, name) for region, (_, name) in zip(found, numbered, strict=True)
         if region.share > 0],
        says,
    )  # fmt: skip


STRIP_PX: Final = 96
"""How high the palette stands below the pictures."""


def before_and_after(kept: Division, members: Sequence[Sequence[int]], labs: Array) -> bytes:
    """A picture as it is and in a painting's mixtures, side by side, with the palette below: a PNG.

    `members` are the pieces of each passage, and `labs` its CIELAB, not a number where it has no
    mixture.
    """
    if not shows(kept):
        raise InputError("Its picture was put away; bring it back first.", "picture")
    pixels = taken.pixels(bytes(kept.picture or b""))
    pieces = pieces_in(kept)
    owner = np.full(len(pieces.labs), -1)
    for place, mine in enumerate(members):
        owner[_checked(pieces, mine)] = place
    after = Recolouring.of(pixels, owner[pieces.labels]).shown(labs)
    both = np.concatenate([pixels, after], axis=1)
    mixed = labs[np.isfinite(labs).all(axis=1)]
    codes = np.rint(np.clip(srgb_from_lab(mixed), 0, 1) * 255).astype(np.uint8)
    # Touching, from edge to edge, in the order of the run.
    at = (np.arange(both.shape[1]) * len(codes)) // both.shape[1]
    strip = np.broadcast_to(codes[at], (STRIP_PX, both.shape[1], 3))
    file = io.BytesIO()
    Image.fromarray(np.concatenate([both, strip])).save(file, "PNG")
    return file.getvalue()


_UNDER_PX: Final = 4
"""How far around a dot the picture is looked at: as wide as a brush touches it."""


def dot_out(painter: Painter, kept: Division, asked: DotIn) -> DotOut:
    """A mixture dotted on a picture, against what lies under it."""
    if not shows(kept):
        raise InputError("Its picture was put away; bring it back first.", "picture")
    pixels = taken.pixels(bytes(kept.picture or b""))
    x, y = (min(int(share * side), side - 1) for share, side in
            ((asked.x, kept.width), (asked.y, kept.height)))  # fmt: skip
    around = pixels[max(0, y - _UNDER_PX) : y + _UNDER_PX + 1,
                    max(0, x - _UNDER_PX) : x + _UNDER_PX + 1]  # fmt: skip
    under = area_colour(around).lab
    box = box_of(painter, [asked.mixture])
    # What the picture shows is known in daylight; under another light the dot is only looked at.
    paint = paint_of(box, asked.mixture)
    lab = Viewing(asked.medium).lab(np.ones(1), [paint])
    off = float(delta_e_2000(lab, under))
    lit_so = Viewing(asked.medium, light=asked.light).lab(np.ones(1), [paint])
    dotted, there = looks(np.stack([lit_so, under]))
    said = compared(lab, under)
    return DotOut(
        look=dotted,
        under=there,
        delta_e=off,
        says=f"{said[0].upper()}{said[1:]}; {difference_in_words(off)}."
        if off >= EYE_TELLS
        else "No eye tells it from what is there.",
    )


def mixtures_out(painter: Painter, asked: MixturesIn, kept: Division) -> MixturesOut:
    """A mixture for every passage that has pieces of the picture, together from few tubes."""
    passages = asked.request.passages
    places = [place for place, passage in enumerate(passages) if passage.pieces]
    if not places:
        raise InputError("No passage has a part of the picture; divide it first.", "passages")
    pieces = pieces_in(kept)
    found = regions(pieces, [_checked(pieces, passages[place].pieces) for place in places])
    wanted = np.array([region.lab for region in found])
    box = PaintBox(painter)
    # What the picture shows is known in daylight, whatever light the painter looks by.
    viewing = asked.request.model_copy(update={"light": "D65"}).viewing
    made = few_tubes(wanted, box.paints, asked.tubes, asked.blacks, viewing)
    recipes = [served.recipe for served in made.passages]
    seen = looks(np.array([recipe.lab for recipe in recipes]))
    meant = looks(wanted)
    beside = [[places.index(places[i]) for i in region.touching] for region in found]
    told = []
    for i, (place, served) in enumerate(zip(places, made.passages, strict=True)):
        recipe = served.recipe
        parts = in_tubes(box, recipe.paints, recipe.parts)
        told.append(
            MixedOut(
                place=place,
                wanted=meant[i],
                look=seen[i],
                mixture=None if parts is None else TubeMixture(parts=parts),
                delta_e=recipe.delta_e,
                reach=served.reach,
                says=_says(made, passages[place].name, i, wanted, beside[i],
                           [passages[at].name for at in places]),
            )
        )  # fmt: skip
    return MixturesOut(
        curve=[
            SetOut(
                tubes=[box.tube_of[paint.key] for paint in point.tubes],
                rms=point.rms,
                worst=point.worst,
                within=point.within,
            )
            for point in made.curve
        ],
        knee=made.knee,
        tubes=[box.tube_of[paint.key] for paint in made.tubes],
        passages=told,
    )


_LOST_FROM: Final = 0.2
"""Share of the contrast to a neighbour from which it is told that it is lost."""


def _says(
    made: FewTubes,
    name: str,
    i: int,
    wanted: Array,
    beside: Sequence[int],
    names: Sequence[str],
) -> str:
    """What is off of a passage's mixture, and what that does to what it touches."""
    served = made.passages[i]
    if not served.wrong:
        return "No eye tells it from the picture."
    off = served.recipe.delta_e
    said = f"{', '.join(served.wrong)}: {difference_in_words(off)}."
    said = said[0].upper() + said[1:]
    if served.reach >= off - 0.5:
        said += " No mixture of the tubes on the desk comes nearer."
    got = np.array([each.recipe.lab for each in made.passages])
    lost = [
        (1 - np.linalg.norm(got[i] - got[j]) / np.linalg.norm(wanted[i] - wanted[j]), j)
        for j in beside
        if np.linalg.norm(wanted[i] - wanted[j]) > 0
    ]
    worst, other = max(lost, default=(0.0, -1))
    if worst >= _LOST_FROM:
        said += f" Beside {names[other] or 'its neighbour'} it stands out less than it should."
    return said
