"""Boxes that a painter may begin with: what is usual for a medium, a limited set, the earths.

Which pigments are usual in a medium is from memory, and makers differ; that a limited set and the
earth primaries are enough for a muted painting is common practice, with no published source.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from mesotint.paints.cautions import has_no_usual_hazard
from mesotint.paints.library import library


@dataclass(frozen=True)
class FirstBox:
    """Tubes to begin with.

    Attributes
    ----------
    name : str
        What a painter would call it.
    says : str
        What it is good for, in a sentence.
    paints : tuple of str
        Keys of library paints, white first where the medium has one.
    """

    name: str
    says: str
    paints: tuple[str, ...]


@dataclass(frozen=True)
class FirstMedium:
    """What a painter paints with, and the boxes that are usual for it.

    Attributes
    ----------
    name : str
        What a painter would call it.
    medium : str
        The medium of its tubes: oil, acrylic, gouache, tempera or watercolour.
    wash : bool
        Whether it is lightened by thinning over white paper.
    says : str
        A caution, or nothing.
    boxes : tuple of FirstBox
    """

    name: str
    medium: str
    wash: bool
    says: str
    boxes: tuple[FirstBox, ...]


GENTLER: Final[Mapping[str, tuple[str, ...]]] = {
    "PY35": ("PY184", "PY3"),
    "PY37": ("PY83", "PY110"),
    "PY150": ("PY110", "PY83"),
    "PO20": ("PO73", "PY110"),
    "PR108-light": ("PR254", "PR170"),
    "PR108-medium": ("PR170", "PR254"),
    "PB28": ("PB60", "PB15:1"),
    "PB35": ("PB15:3", "PB15:1"),
    "PB36": ("PB15:3", "PB15:1"),
    "PB27": ("PB60", "PB15:1"),
    "PG50": ("PG7",),
    "PG18": ("PG7", "PG36"),
    "PG17": ("PG36", "PG23"),
    "PV16": ("PV15", "PV23"),
    "PV14": ("PR122", "PV15"),
    "PBr7-raw-umber": ("PBr7-raw-sienna", "PY42-transparent"),
    "PBr7-burnt-umber": ("PR101-transparent", "PR179"),
}
"""What stands in for a paint that is usually cautioned of, the nearest in use first (common
practice, from memory)."""


def without_usual_hazards(keys: Sequence[str]) -> tuple[str, ...]:
    """A box without the paints that are usually cautioned of, others of their use in their places.

    Parameters
    ----------
    keys : sequence of str
        Keys of library paints.

    Returns
    -------
    tuple of str
        As many keys, or fewer where nothing else stands in for one.
    """
    paints = library().paints
    taken = [key for key in keys if has_no_usual_hazard(paints[key])]
    rows = []
    for key in keys:
        if key in taken:
            rows.append(key)
            continue
        free = (other for other in GENTLER.get(key, ()) if other not in (*taken, *rows))
        if (other := next(free, None)) is not None:
            rows.append(other)
    return tuple(rows)


_SIX: Final = "A warm and a cool red, a yellow, a blue and an earth: enough for a first scale."
_TWELVE: Final = "A warm and a cool of every primary, greens, a violet and two earths."
_EIGHTEEN: Final = "The twelve, with deep reds, more earths and a black."
_FOUR: Final = "Ochre, red, black and white: whatever you mix belongs together."
_EARTHS: Final = "An earth for yellow, an earth for red, black for blue: muted from the start."

_LIMITED: Final = FirstBox("A limited four", _FOUR, ("PW6", "PY43", "PR101", "PBk9"))
_EARTH_PRIMARIES: Final = FirstBox(
    "Earth primaries", _EARTHS, ("PW6", "PBr7-raw-umber", "PBr7-burnt-sienna", "PBk9")
)

_OIL_TWELVE: Final = (
    "PW6", "PY3", "PY37", "PO20", "PR108-light", "PV19", "PV23", "PB29", "PB15:3", "PG18", "PY43",
    "PBr7-burnt-sienna",
)  # fmt: skip
_OIL: Final = (
    FirstBox("Six", _SIX, ("PW6", "PY3", "PR108-light", "PV19", "PB29", "PBr7-burnt-sienna")),
    FirstBox("Twelve", _TWELVE, _OIL_TWELVE),
    FirstBox(
        "Eighteen",
        _EIGHTEEN,
        (*_OIL_TWELVE, "PR177", "PB28", "PG7", "PBr7-raw-umber", "PBr7-burnt-umber", "PBk9"),
    ),
    _LIMITED,
    _EARTH_PRIMARIES,
)

_ACRYLIC_TWELVE: Final = (
    "PW6", "PY3", "PY83", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43",
    "PBr7-burnt-sienna",
)  # fmt: skip
_ACRYLIC: Final = (
    FirstBox("Six", _SIX, ("PW6", "PY3", "PR254", "PV19", "PB29", "PBr7-burnt-sienna")),
    FirstBox("Twelve", _TWELVE, _ACRYLIC_TWELVE),
    FirstBox(
        "Eighteen",
        _EIGHTEEN,
        (*_ACRYLIC_TWELVE, "PR177", "PB60", "PG17", "PBr7-raw-umber", "PBr7-burnt-umber", "PBk11"),
    ),
    _LIMITED,
    _EARTH_PRIMARIES,
)

_WATER_TWELVE: Final = (
    "PY3", "PY110", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG18", "PY43",
    "PBr7-burnt-sienna", "PBr7-burnt-umber",
)  # fmt: skip
_WATER: Final = (
    FirstBox(
        "Six",
        "A warm and a cool of each primary; the paper is the white.",
        ("PY3", "PY110", "PR254", "PV19", "PB29", "PB15:3"),
    ),
    FirstBox("Twelve", _TWELVE, _WATER_TWELVE),
    FirstBox(
        "Eighteen",
        _EIGHTEEN,
        (*_WATER_TWELVE, "PR177", "PB28", "PB35", "PG7", "PBr7-raw-umber", "PBk9"),
    ),
    FirstBox(
        "A limited four",
        "Ochre, rose, a blue and an earth: whatever you mix belongs together.",
        ("PY43", "PV19", "PB29", "PBr7-burnt-sienna"),
    ),
    FirstBox("Earth primaries", _EARTHS, ("PBr7-raw-umber", "PBr7-burnt-sienna", "PBk9")),
)

_CAKES: Final = (
    "PW6", "PY74", "PO73", "PR254", "PV19", "PV23", "PB29", "PB15:3", "PG7", "PY43",
    "PBr7-burnt-sienna", "PBk7",
)  # fmt: skip

FIRST_MEDIA: Final[Mapping[str, FirstMedium]] = {
    "oil": FirstMedium("Oil", "oil", False, "", _OIL),
    "acrylic": FirstMedium("Acrylic", "acrylic", False, "", _ACRYLIC),
    "gouache": FirstMedium("Gouache", "gouache", False, "", _ACRYLIC),
    "tempera": FirstMedium("Tempera", "tempera", False, "", _OIL),
    "watercolour": FirstMedium("Watercolour", "watercolour", True, "", _WATER),
    "cakes": FirstMedium(
        "A child's tempera cakes",
        "tempera",
        False,
        "For children, use paints that are labelled for children.",
        (
            FirstBox(
                "Six cakes",
                "Yellow, red, rose, blue, a green and white.",
                ("PW6", "PY74", "PR254", "PV19", "PB29", "PG7"),
            ),
            FirstBox("Twelve cakes", "All round the wheel, with ochre, brown and black.", _CAKES),
        ),
    ),
}
"""By a short word; "cakes" are the hard cakes of a child's tempera set, wetted with a brush."""
