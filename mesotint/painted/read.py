"""A painted sheet read off a photograph: what is in every box, and what that says of the tubes."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_reflectance
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.smoothest import smoothest_reflectance
from mesotint.errors import InputError
from mesotint.mixing.ground import USUAL_GROUND, ground_lab
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.mixing.trust import uncertainty
from mesotint.optics.grid import Array, Mask, Pixels
from mesotint.painted.boxes import BoxPixels, box_pixels, grey_pixels, ink_pixels, judge_exposure
from mesotint.painted.code import codes_in
from mesotint.painted.found import FlatPage, flat_by_corners, flat_page
from mesotint.painted.joint_fit import JointFit, joint_fit
from mesotint.painted.layout import SheetLayout
from mesotint.painted.remarks import remark_on_box, remarks_on_tubes
from mesotint.painted.unknowns import Sighting, inked
from mesotint.paints.library import Paint, library
from mesotint.pictures.taken import read_pixels

_TRIAL: Final = np.array([0.0, 1.0, 4.0, 12.0])
"""Parts of white to one of a paint, over which its ± is averaged."""


@dataclass(frozen=True)
class BoxReading:
    """What was read of one box.

    Attributes
    ----------
    id, label : str
    predicted, lab, learnt : array, shape (3,)
        CIELAB (D65) as it was meant, as it is, and as the tubes that were learnt make what was
        meant; `lab` is NaN for a box that tells nothing.
    spread : float
        Standard deviation within the box, in CIEDE2000.
    delta_e : float
        From meant to painted; NaN where nothing is told.
    times : tuple of (str, float), or None
        The paint that most too much was taken of, and how many times; below 1 too little.
    remark : str
        In a plain word.
    """

    id: str
    label: str
    predicted: Array
    lab: Array
    learnt: Array
    spread: float
    delta_e: float
    times: tuple[str, float] | None
    remark: str

    @property
    def told(self) -> bool:
        """Whether it tells anything."""
        return bool(np.isfinite(self.lab).all())


@dataclass(frozen=True)
class TubeReading:
    """What a sheet says of one tube: how it was taken to be, how it is learnt to be, and the ± of
    both over its masstone and tints, in CIEDE2000."""

    key: str
    before: Paint
    learnt: Paint
    uncertainty_before: float
    uncertainty: float

    @property
    def left(self) -> float:
        """Share of what was not known that is still not known."""
        return self.uncertainty / max(self.uncertainty_before, 1e-9)


@dataclass(frozen=True)
class SheetReading:
    """A whole sheet, read.

    Attributes
    ----------
    boxes : tuple of BoxReading
    tubes : tuple of TubeReading
    light, sensor : str
        What the picture was most likely taken with.
    markers : tuple of int
        Those that were found.
    remarks : tuple of str
        What is to be told of the sheet as a whole.
    """

    boxes: tuple[BoxReading, ...]
    tubes: tuple[TubeReading, ...]
    light: str
    sensor: str
    markers: tuple[int, ...]
    remarks: tuple[str, ...]


def read_sheet(
    photograph: bytes,
    layout: SheetLayout,
    paints: Mapping[str, Paint] | None = None,
    light: str = "",
    corners: Sequence[tuple[float, float]] | None = None,
    tell: Callable[[float, str], None] = lambda share, saying: None,
) -> SheetReading:
    """Read a sheet back from a photograph of it.

    Parameters
    ----------
    photograph : bytes
        A JPEG, PNG, WebP or HEIC file.
    layout : SheetLayout
        The page that was painted.
    paints : mapping of str to Paint, optional
        The tubes by the layout's keys, as they are taken to be; the library's where none is given.
    light : str
        The kind of light, a key of `mesotint.colour.lamps.KINDS`; found out where none is told.
    corners : sequence of four pairs of float, optional
        The page's corners in shares of the picture, from the top left one clockwise, where they
        were tapped.
    tell : callable
        Is told the share that is done, and with what; what it raises stops the work.

    Raises
    ------
    InputError
        Where the picture cannot be read, with how to take it again.
    """
    tell(0.0, "Opening the picture …")
    pixels = read_pixels(photograph)
    tell(0.1, "Looking for the sheet …")
    page = (
        flat_page(pixels, layout) if corners is None else flat_by_corners(pixels, corners, layout)
    )
    _judge_sheet(pixels, layout)
    tell(0.3, "Looking at the boxes …")
    return read_page(page, layout, paints, light, lambda share: tell(
        0.4 + 0.6 * share, "Working out camera, tubes and parts …"
    ))  # fmt: skip


def read_page(
    page: FlatPage,
    layout: SheetLayout,
    paints: Mapping[str, Paint] | None = None,
    light: str = "",
    tell: Callable[[float], None] = lambda share: None,
) -> SheetReading:
    """Read a page that is laid flat already.

    Parameters
    ----------
    tell : callable
        Is told the share that is done.

    Raises
    ------
    InputError
        Where nothing is painted, or nothing can be told of it.
    """
    keys = list(dict.fromkeys(key for box in layout.boxes for key in box.parts))
    known = {key: library().paint(key) if paints is None else paints[key] for key in keys}
    tubes = list(known.values())
    viewing = Viewing(layout.medium, layout.finish, ground=layout.ground or USUAL_GROUND)
    told = np.array([[box.parts.get(key, 0.0) for key in keys] for box in layout.boxes])
    meant = viewing.lab(told, tubes)
    found = box_pixels(page, layout, list(meant))
    use = np.array([not box.empty and bool(np.isfinite(box.paint).all()) for box in found])
    _judge(found, use)
    judge_exposure(page)
    shown = [box for box, on in zip(found, use, strict=True) if on]
    paper = smoothest_reflectance(np.array(ground_lab(viewing.ground)))
    fit = joint_fit(_sighting(page, layout, told[use], shown), tubes, viewing, paper, light, tell)
    labs = np.full((len(found), 3), np.nan)
    labs[use] = lab_from_reflectance(fit.films)
    learnt = viewing.lab(told, list(fit.paints))
    of_tubes = _tubes(known, fit)
    left = [(each.before.name, each.left) for each in of_tubes]
    return SheetReading(
        boxes=_boxes(layout, found, use, fit, known, (meant, labs, learnt)),
        tubes=of_tubes,
        light=fit.light,
        sensor=fit.sensor,
        markers=page.seen,
        remarks=(*_on_the_sheet(page, layout, use), *remarks_on_tubes(left)),
    )


def _judge_sheet(pixels: Pixels, layout: SheetLayout) -> None:
    """Refuse a picture of another sheet, or of another state of this one, by its code."""
    if not layout.sheet:
        return
    others = [code for code in codes_in(pixels) if code.count("/") == layout.sheet.count("/")]
    if others and layout.sheet not in others:
        raise InputError(
            "This is another sheet than the one it is read as, or one that was printed before it "
            "was changed. Choose the sheet that is in the picture.",
            "photograph",
        )


def _judge(found: Sequence[BoxPixels], use: Mask) -> None:
    """Refuse a sheet that tells nothing."""
    if len(found) > 2 and max(box.spread for box in found) < 0.05:
        raise InputError(
            "This is no photograph: its colours are as even as on a screen, and tell what was "
            "printed, not what was painted. Photograph the painted sheet.",
            "photograph",
        )
    if not use.any():
        raise InputError(
            "None of its boxes is painted; paint them, let them dry, and take the picture again.",
            "photograph",
        )


def _sighting(
    page: FlatPage, layout: SheetLayout, told: Array, boxes: Sequence[BoxPixels]
) -> Sighting:
    greys = [
        (grey, inked(meant.reflectance))
        for grey, meant in zip(grey_pixels(page, layout), layout.greys, strict=True)
    ]
    greys += [(ink, 1.0) for ink in ink_pixels(page, layout)]
    kept = [(grey, share) for grey, share in greys if np.isfinite(grey.paint).all()]
    return Sighting(
        parts=told,
        paint=np.array([box.paint for box in boxes]),
        paper=np.array([box.paper for box in boxes]),
        error=np.array([box.error for box in boxes]),
        greys=np.array([grey.paint for grey, _ in kept]).reshape(-1, 3),
        by_greys=np.array([grey.paper for grey, _ in kept]).reshape(-1, 3),
        inked=np.array([share for _, share in kept]),
    )


def _boxes(
    layout: SheetLayout,
    found: Sequence[BoxPixels],
    use: Mask,
    fit: JointFit,
    tubes: Mapping[str, Paint],
    labs: tuple[Array, Array, Array],
) -> tuple[BoxReading, ...]:
    """Boxes with their colours as meant, as painted and as learnt."""
    place = np.cumsum(use) - 1
    keys, names = list(tubes), [paint.name for paint in tubes.values()]
    meant, painted, learnt = labs
    read = []
    for i, (box, seen) in enumerate(zip(layout.boxes, found, strict=True)):
        times, remark = None, seen.remarks[0] if seen.remarks else "it tells nothing"
        if use[i]:
            gap = float(delta_e_2000(painted[i], meant[i]))
            off, remark = remark_on_box(seen, fit, int(place[i]), names, gap)
            times = None if off is None else (keys[off[0]], off[1])
        read.append(
            BoxReading(
                id=box.id,
                label=box.label,
                predicted=meant[i],
                lab=painted[i],
                learnt=learnt[i],
                spread=seen.spread,
                delta_e=float(delta_e_2000(painted[i], meant[i])) if use[i] else float("nan"),
                times=times,
                remark=remark[0].upper() + remark[1:],
            )
        )
    return tuple(read)


def _tubes(tubes: Mapping[str, Paint], fit: JointFit) -> tuple[TubeReading, ...]:
    return tuple(
        TubeReading(key, before, learnt, _doubt(before), _doubt(learnt))
        for (key, before), learnt in zip(tubes.items(), fit.paints, strict=True)
    )


def _doubt(paint: Paint) -> float:
    """Mean ± of a paint alone and let into white, in CIEDE2000; of white by itself."""
    white = library().white
    if paint.key == white.key:
        return float(uncertainty(DEFAULT_VIEWING, np.ones((1, 1)), [paint])[0])
    parts = np.stack([np.ones(len(_TRIAL)), _TRIAL], axis=1)
    return float(uncertainty(DEFAULT_VIEWING, parts, [paint, white]).mean())


def _on_the_sheet(page: FlatPage, layout: SheetLayout, use: Mask) -> list[str]:
    told = []
    if page.seen and len(page.seen) < len(layout.markers.at):
        told.append(
            f"{len(page.seen)} of its {len(layout.markers.at)} markers were found, which is enough."
        )
    if not use.all():
        empty = int((~use).sum())
        told.append(
            f"{empty} of its {len(use)} boxes tell nothing."
            if empty > 1
            else "One of its boxes tells nothing."
        )
    return told
