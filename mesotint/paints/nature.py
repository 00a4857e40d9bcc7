"""What a paint is beside its colour: whether it granulates or stains, how light-fast it is, and
how fast it dries in oil.

All from memory of typical artists' paints of each pigment; brands differ, and the label has the
say. The words of light-fastness follow the classes that labels carry (excellent, very good, fair,
poor; the classes I to IV of ASTM D4302, recalled from memory).
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from mesotint.paints.library import Paint, library
from mesotint.paints.roles import is_transparent

SOURCE: Final = "from memory; the label has the say"
LIGHT_FAST: Final = ("excellent", "very good", "fair", "poor")
DRYING: Final = ("fast", "middle", "slow")

_GRANULATING: Final = frozenset(
    {"PB29", "PV15", "PB28", "PB35", "PB36", "PG50", "PG18", "PG23", "PV16", "PV14",
     "PBr7-raw-umber", "PBr7-burnt-umber", "PBr7-raw-sienna", "PBr7-burnt-sienna", "PBk11", "PBk9",
     "PR101-violet", "PG17"}
)  # fmt: skip
_STAINING: Final = frozenset(
    {"PB15:3", "PB15:1", "PG7", "PG36", "PB27", "PB60", "PV19", "PR122", "PV23", "PR177", "PR254",
     "PR170", "PR179", "PO73", "PO48", "PY3", "PY74", "PY83", "PY110", "PY150", "PBk7", "PBk31"}
)  # fmt: skip
_LESS_FAST: Final = {
    "PY3": "very good", "PY74": "very good", "PY83": "very good", "PR170": "fair",
    "PR177": "fair", "PV23": "very good", "PB27": "very good", "PR254": "excellent",
}  # fmt: skip
"""Of what is not named here light-fastness is told as excellent."""

_FAST_DRYING: Final = frozenset({"manganese", "lead carbonate", "cobalt", "iron cyanide"})
_SLOW_DRYING: Final = frozenset(
    {"cadmium", "bone carbon", "carbon", "titanium dioxide", "zinc oxide", "quinacridone",
     "dioxazine", "anthraquinone", "sulfosilicate"}
)  # fmt: skip
_FAST_TOO: Final = frozenset({"PBr7-raw-umber", "PBr7-burnt-umber"})
"""Umbers hold manganese, which dries them."""


@dataclass(frozen=True)
class Nature:
    """A paint beside its colour.

    Attributes
    ----------
    granulates, stains : bool
        Of a mixture, whether any of its paints does.
    light_fast : str
        One of `LIGHT_FAST`; of a mixture that of its least.
    drying : str
        One of `DRYING`, in oil; of a mixture that of what it has most of.
    transparent : bool
    """

    granulates: bool
    stains: bool
    light_fast: str
    drying: str
    transparent: bool

    @property
    def words(self) -> tuple[str, ...]:
        """What a painter would be told, one thing each."""
        told = [
            "granulates" if self.granulates else "",
            "stains" if self.stains else "",
            f"light-fastness {self.light_fast}",
            f"dries {'at a middling pace' if self.drying == 'middle' else self.drying} in oil",
        ]
        return tuple(word for word in told if word)


def nature(paint: Paint) -> Nature:
    """What a paint is beside its colour.

    Parameters
    ----------
    paint : Paint
        Of the library, or calibrated from one, or a mixture of such.
    """
    if paint.recipe:
        known = library().paints
        each = [nature(known[key]) for key, _ in paint.recipe if key in known]
        if each:
            most = max(paint.recipe, key=lambda part: part[1])[0]
            return Nature(
                any(one.granulates for one in each),
                any(one.stains for one in each),
                max((one.light_fast for one in each), key=LIGHT_FAST.index),
                nature(known[most]).drying if most in known else "middle",
                is_transparent(paint),
            )
    key = paint.pigment
    drying = "middle"
    if paint.family in _FAST_DRYING or key in _FAST_TOO:
        drying = "fast"
    elif paint.family in _SLOW_DRYING:
        drying = "slow"
    return Nature(
        key in _GRANULATING,
        key in _STAINING,
        _LESS_FAST.get(key, LIGHT_FAST[0]),
        drying,
        is_transparent(paint),
    )


def advice(paints: Sequence[Paint]) -> tuple[str, ...]:
    """What is worth a word where some paints are mixed or layered."""
    told = []
    natures = [(paint, nature(paint)) for paint in paints]
    weak = [p.name.lower() for p, is_so in natures if is_so.light_fast in LIGHT_FAST[2:]]
    if weak:
        told.append(
            f"{' and '.join(weak).capitalize()} may fade; for what is to last, look at the label."
        )
    slow = [p.name.lower() for p, is_so in natures if is_so.drying == "slow"]
    fast = [p.name.lower() for p, is_so in natures if is_so.drying == "fast"]
    if slow and fast:
        told.append(
            f"In oil {fast[0]} dries before {slow[0]}: let what dries slowly lie above, not below."
        )
    return tuple(told)
