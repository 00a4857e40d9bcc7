"""Tubes as paints of the core, and how they look."""

import hashlib
from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, replace
from functools import cache, cached_property, lru_cache
from typing import TYPE_CHECKING, Final, TypedDict

import numpy as np
from django.db.models import (
    BooleanField,
    Q,
    QuerySet,
    prefetch_related_objects,
)
from django.db.models.expressions import RawSQL
from django.dispatch import receiver
from django.http import Http404

from mesotint.colour.colorimetry import lch_from_lab
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.optics.grid import BANDS
from mesotint.paints import calibration as core
from mesotint.paints.library import Paint, library, mixed_tube
from mesotint.paints.roles import MIXED_TUBE, without
from mesotint.paints.stray import Doubts
from mesotint.paints.table import TINT_WHITE_PARTS
from server.kept.looks import Look, looks
from server.kept.notes import restored, tube_calibrated, tube_changed
from server.painters.models import Painter
from server.tubes.models import Box, Calibration, Desk, Tube

if TYPE_CHECKING:
    from django_stubs_ext import WithAnnotations

PAINTS_KNOWN = 4096


@dataclass(frozen=True)
class Chip:
    """Masstone and tint of a paint, each with what the white test makes of it."""

    masstone: Look
    tint: Look

    @property
    def place(self) -> tuple[bool, float]:
        """Place in hue order: from the yellows through red, violet, blue and green; greys last."""
        _, chroma, hue = lch_from_lab(np.array(self.tint.lab)).tolist()
        return chroma < 4, (105 - hue) % 360


def chips_of(paints: Sequence[Paint]) -> list[Chip]:
    """Chips of paints, computed together."""
    if not paints:
        return []
    # Each paint alone, and with white; what the white test adds is the core's to say.
    mixed = [*paints, library().white]
    told = []
    for white_parts in (0.0, TINT_WHITE_PARTS):
        parts = np.column_stack([np.eye(len(paints)), np.full(len(paints), white_parts)])
        told.append(
            looks(DEFAULT_VIEWING.lab(parts, mixed), DEFAULT_VIEWING.opened_lab(parts, mixed))
        )
    return [Chip(masstone, tint) for masstone, tint in zip(*told, strict=True)]


@cache
def chips() -> dict[str, Chip]:
    """Chips of every paint of the library, in hue order; greys and whites come last."""
    paints = list(library().paints.values())
    both = sorted(zip(paints, chips_of(paints), strict=True), key=lambda pair: pair[1].place)
    return {paint.key: chip for paint, chip in both}


def labelled_paint(tube: Tube) -> Paint | None:
    """What a tube's label says is in it; none for one that is known by its readings alone."""
    named = tube.label.strip()
    if tube.paint_key:
        return _named(library().paint(tube.paint_key), named)
    recipe = tuple((part.paint_key, part.parts) for part in tube.recipe.all())
    return _mixed(own_key(tube), named or "Mixed tube", recipe) if recipe else None


def paint_in(tube: Tube) -> Paint:
    """The paint in a tube: as it was calibrated, or else as its label says."""
    labelled, found = labelled_paint(tube), tube.calibration
    if found is None:
        if labelled is None:
            raise InputError(f"Nothing tells the colour of “{tube.label}”; read it first.", "tube")
        return labelled
    base = labelled or library().paint(found.base_key)
    optics = (found.absorption, found.scattering, found.doubts)
    key = own_key(tube)
    names = found.doubt_names or [f"{key}/{found.pk}/{i}" for i in range(len(found.doubts))]
    return _calibrated(
        base,
        key,
        tube.label.strip() or base.name,
        tuple(np.array(values, dtype=np.float64).tobytes() for values in optics),
        tuple(names),
        found.readings,
    )


def own_key(tube: Tube) -> str:
    """Key of a paint that is this tube's alone."""
    return f"tube{tube.pk}"


# A paint is the same one while nothing of its tube changes, so that the core knows what it has
# computed of it already.
@lru_cache(maxsize=PAINTS_KNOWN)
def _named(paint: Paint, name: str) -> Paint:
    return replace(paint, name=name) if name and name != paint.name else paint


@lru_cache(maxsize=PAINTS_KNOWN)
def _mixed(key: str, name: str, recipe: tuple[tuple[str, float], ...]) -> Paint:
    parts = {library().paint(paint_key): amount for paint_key, amount in recipe}
    return mixed_tube(key, name, MIXED_TUBE, parts)


@lru_cache(maxsize=PAINTS_KNOWN)
def _calibrated(
    base: Paint,
    key: str,
    name: str,
    optics: tuple[bytes, ...],
    doubt_names: tuple[str, ...],
    readings: int,
) -> Paint:
    absorption, scattering, doubts = (np.frombuffer(values) for values in optics)
    return replace(
        base,
        key=key,
        name=name,
        absorption=absorption,
        scattering=scattering,
        doubts=Doubts(doubt_names, doubts.reshape(-1, 2, BANDS)),
        origin=_origin(readings),
        recipe=(),
        base_key=base.key if base.key in library().paints else "",
    )


def _origin(readings: int) -> str:
    if readings == 0:
        return "optics taken from a file"
    return f"calibrated with {readings} reading{'s' * (readings > 1)}"


# Whether a tube lies in the box on its painter's desk, or anywhere where none is chosen. By hand,
# since Django takes longer to write it, every time, than MariaDB to answer it.
_IN_USE: Final = f"""
    NOT {Tube._meta.db_table}.put_away AND (
        NOT EXISTS (
            SELECT 1 FROM {Desk._meta.db_table} d WHERE d.painter_id = %s AND d.box_id IS NOT NULL
        ) OR EXISTS (
            SELECT 1 FROM {Desk._meta.db_table} d
            JOIN {Box.tubes.through._meta.db_table} b ON b.box_id = d.box_id
            WHERE d.painter_id = %s AND b.tube_id = {Tube._meta.db_table}.id
        )
    )
"""


class _Use(TypedDict):
    usable: bool


def _with_use(painter: Painter) -> "QuerySet[WithAnnotations[Tube, _Use]]":
    told = RawSQL(_IN_USE, [painter.pk] * 2, output_field=BooleanField())
    return Tube.objects.filter(painter=painter).annotate(usable=told)


def in_use(painter: Painter) -> QuerySet[Tube]:
    """The tubes of the box on the painter's desk, or all of them where none is chosen."""
    return _with_use(painter).filter(usable=True)


class PaintBox:
    """A painter's tubes as paints: those in use, and some that may lie elsewhere.

    `never` is what advice is not to take from the tube; what the painter's account says where it is
    None.
    """

    def __init__(
        self,
        painter: Painter,
        named: Collection[int] = (),
        never: Collection[str] | None = None,
    ) -> None:
        self._never = painter.never if never is None else never
        mine = _with_use(painter).select_related("calibration")
        wanted = mine.filter(Q(usable=True) | Q(pk__in=named) if named else Q(usable=True))
        self.tubes = {tube.pk: tube for tube in wanted.order_by("pk")}
        self._usable = {pk for pk, tube in self.tubes.items() if tube.usable}
        # Most tubes are one paint and have no recipe to look for.
        mixed = [tube for tube in self.tubes.values() if not tube.paint_key]
        prefetch_related_objects(mixed, "recipe")
        self._paints: dict[int, Paint] = {}

    def paint(self, tube_id: int) -> Paint:
        """The paint in a tube; 404 where it is not the painter's."""
        if tube_id not in self.tubes:
            raise Http404
        if tube_id not in self._paints:
            self._paints[tube_id] = paint_in(self.tubes[tube_id])
        return self._paints[tube_id]

    @cached_property
    def paints(self) -> list[Paint]:
        """Paints of the tubes in use, each once."""
        found = {self.paint(pk).key: self.paint(pk) for pk in self.tubes if pk in self._usable}
        return list(found.values())

    @cached_property
    def advised(self) -> list[Paint]:
        """Those that advice may name: without what the painter never takes from the tube."""
        return without(self.paints, self._never)

    @cached_property
    def tube_of(self) -> dict[str, int]:
        """Tube by key of its paint."""
        return {self.paint(pk).key: pk for pk in self.tubes}


def version_of(tubes: Iterable[int]) -> str:
    """Version of the paint data of tubes by their keys; see `data_version`."""
    return data_version(Tube.objects.filter(pk__in=list(tubes)))


def data_version(tubes: Iterable[Tube]) -> str:
    """Version of the paint data that a sheet of these tubes is computed from."""
    marks = sorted(f"{tube.pk}:{tube.calibration_id}" for tube in tubes if tube.calibration_id)
    if not marks:
        return library().version
    digest = hashlib.sha256(" ".join(marks).encode()).hexdigest()[:12]
    return f"{library().version}+{digest}"


def keep_calibration(tube: Tube, found: core.Calibration, readings: int) -> Calibration:
    """Make a calibrated paint the tube's own from now on; earlier ones stay for what used them."""
    kept = Calibration.objects.create(
        tube=tube,
        base_key=found.base_key,
        absorption=found.paint.absorption.tolist(),
        scattering=found.paint.scattering.tolist(),
        doubts=found.paint.doubts.moves.tolist(),
        doubt_names=list(found.paint.doubts.names),
        readings=readings,
    )
    set_calibration(tube, kept)
    if readings:
        tube_calibrated.send(Tube, tube=tube)
    return kept


def set_calibration(tube: Tube, found: Calibration | None) -> None:
    """Let a tube be what a calibration says, or what its label says where there is none."""
    tube.calibration = found
    tube.save(update_fields=["calibration"])
    tube_changed.send(Tube, tube_id=tube.pk, painter_id=tube.painter_id)


@receiver(restored)
def _restored(**_: object) -> None:
    for tube in Tube.objects.select_related("calibration"):
        paint_in(tube)
