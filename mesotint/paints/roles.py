"""What a paint may serve as: white, black, earth, or something that was mixed.

That carbon and bone are the blacks of a box, and that earths and iron oxides mute, is common
practice.
"""

from collections.abc import Collection, Iterable, Mapping
from typing import Final

from mesotint.errors import InputError
from mesotint.paints.library import WHITE_KEY, Paint, mixed_tube

BLACK_FAMILIES: Final = frozenset({"bone carbon", "carbon"})
READY_GREYS: Final = "convenience grey"
"""Family of the greys that come mixed from a tube."""

_BLACKS: Final = "PBk"
"""How the names of black pigments begin in the Colour Index."""

EARTH_FAMILIES: Final = frozenset({"earth", "iron oxide"})

MIXTURE: Final = "mixture"
"""Family of what is mixed on the spot, and has to be mixed before it can be measured."""

MIXED_TUBE: Final = "convenience"
"""Family of a mixture that comes out of a tube."""

POT: Final = "pot"
"""Family of a mixture that stands there ready."""


def is_white(paint: Paint) -> bool:
    """Whether a paint is the white that opens and lightens."""
    return paint.key == WHITE_KEY


def is_black(paint: Paint) -> bool:
    """Whether a paint darkens and nothing else."""
    return paint.family in BLACK_FAMILIES


def is_ready_grey(paint: Paint) -> bool:
    """Whether a tube is sold as a black or a grey, whatever it leans to: neutral tints, mixed greys
    and the pigments that the Colour Index counts among the blacks.
    """
    return is_black(paint) or paint.pigment.startswith(_BLACKS) or paint.family == READY_GREYS


def is_earth(paint: Paint) -> bool:
    """Whether a paint is an earth or an iron oxide, dug or made."""
    return paint.family in EARTH_FAMILIES


def is_transparent(paint: Paint) -> bool:
    """Whether a paint is sold as transparent."""
    return paint.opacity == "transparent"


def is_classic(paint: Paint) -> bool:
    """Whether a paint is among those that painters name muted colours by: earths and blacks."""
    return is_earth(paint) or is_black(paint)


NEVER: Final[Mapping[str, str]] = {
    "black": "no tube black",
    "white": "no tube white",
    "grey": "no ready greys",
}
"""What a painter may choose never to take from the tube, and how it is said."""

_WHITES: Final = "PW"
"""How the names of white pigments begin in the Colour Index."""


def is_never(paint: Paint, never: Collection[str]) -> bool:
    """Whether a paint is among what a painter never takes from the tube.

    Parameters
    ----------
    never : collection of str
        Keys of `NEVER`.
    """
    if paint.family == READY_GREYS:
        return "grey" in never
    if is_black(paint) or paint.pigment.startswith(_BLACKS):
        return "black" in never
    return "white" in never and paint.pigment.startswith(_WHITES)


def without(
    paints: Iterable[Paint], never: Collection[str] = (), forbidden: Collection[str] = ()
) -> list[Paint]:
    """The paints that advice may name.

    Parameters
    ----------
    never : collection of str
        Keys of `NEVER`.
    forbidden : collection of str
        Keys of paints.

    Raises
    ------
    InputError
        For a word that is no key of `NEVER`.
    """
    for word in never:
        if word not in NEVER:
            raise InputError(f"One may do without {', '.join(NEVER)}; choose of them.", "never")
    return [p for p in paints if not is_never(p, never) and p.key not in forbidden]


def black_of(paints: Iterable[Paint]) -> Paint | None:
    """What darkens where nothing is said: the first black there is; none where there is none."""
    return next((paint for paint in paints if is_black(paint)), None)


def mixture(key: str, name: str, parts: Mapping[Paint, float]) -> Paint:
    """Paints mixed on the spot, as one paint; parts by volume, at least one above zero.

    Parameters
    ----------
    key : str
        What it is known by as a paint.
    name : str
        Its name.
    parts : mapping of Paint to float
        Parts by volume, zero or more.
    """
    return mixed_tube(key, name, MIXTURE, parts)
