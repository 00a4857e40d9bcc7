"""Partners: which paint mutes which, how near to grey, and what takes out the lean that is left."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.words import lean, miss_in_words
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, Viewing
from mesotint.mixing.muting.pairs import Fix, Line, Pairs
from mesotint.mixing.muting.relation import relation, temperature_remark
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint
from mesotint.paints.roles import is_black, is_white

ENDS_FROM: Final = 0.995
"""Share of the partner from which its own end is the greyest point: it does not mute, it covers."""


@dataclass(frozen=True)
class Partner:
    """One paint as a muting partner of another.

    Attributes
    ----------
    share : float
        Share of the partner in the pair at the point nearest to grey, 0 to 1.
    lab : array, shape (3,)
        The mixture there.
    chroma : float
        What is left of chroma there: the miss.
    lean : str or None
        The hue it leans toward; None where an eye sees none.
    miss : str
        The miss in words.
    passes : tuple of str
        Classic earths the trail passes on its way, in order.
    relation : str
        What the painters' wheel calls the pair.
    remark : str
        Advice on temperature; empty where there is none.
    fix : Fix or None
        What takes out the lean, where the pair misses and the box has something.
    line : Line
        The trail from the paint to the partner, for drawing.
    fixed_line : Line or None
        The same once the fix bends it, as `mesotint.mixing.muting.trail.Third` does.
    """

    paint: Paint
    share: float
    lab: Array
    chroma: float
    lean: str | None
    miss: str
    passes: tuple[str, ...]
    relation: str
    remark: str
    fix: Fix | None
    line: Line
    fixed_line: Line | None

    @property
    def ends_there(self) -> bool:
        """Whether the trail has no greyer point than the partner itself: a grey or a dull paint."""
        return self.share > ENDS_FROM


def partners(
    paint: Paint,
    box: Sequence[Paint],
    white: float = 0.0,
    viewing: Viewing = DEFAULT_VIEWING,
) -> list[Partner]:
    """Every paint of a box as a partner, nearest to neutral first.

    Those whose trail passes grey come before those that are themselves the greyest point of it:
    a black mutes too, but toward itself.

    Parameters
    ----------
    paint : Paint
        A paint, or a mixture as a tube (`mixed_tube`).
    box : sequence of Paint
        What may mute it; the paint itself is left out.
    white : float
        Parts of titanium white to one of the pair (opaque), or of water (wash).
    viewing : Viewing

    Raises
    ------
    InputError
        When the box holds nothing else.
    """
    others = [p for p in box if p.key != paint.key]
    if not others:
        raise InputError("The box holds no other paint; add a tube to mute with.", "box")
    pairs = Pairs(paint, others, white, viewing)
    shares, labs = pairs.nearest_neutrals()
    chroma = np.hypot(labs[:, 1], labs[:, 2])
    fixes = pairs.fixes(shares, labs, others)
    passed = pairs.passed(shares)
    ends = pairs.ends(paint, labs)
    lines, fixed_lines = pairs.lines(shares, fixes)
    result = [
        Partner(
            paint=other,
            share=float(shares[i]),
            lab=labs[i],
            chroma=float(chroma[i]),
            lean=lean(labs[i]),
            miss=miss_in_words(labs[i], ends[i]),
            passes=passed[i],
            relation=relation(paint, other),
            remark=temperature_remark(paint, other),
            fix=fixes[i],
            line=lines[i],
            fixed_line=fixed_lines[i],
        )
        for i, other in enumerate(others)
    ]
    return sorted(result, key=lambda partner: (partner.ends_there, partner.chroma))


MUTES_WELL: Final = 0.5
"""Share of its chroma that a paint may keep with its first partner; one that leaves more is no
partner to begin with (our own judgement: above, hardly anything is seen to fall)."""


def first_partner(
    paint: Paint, box: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING
) -> Paint | None:
    """What to mute a paint with first: the colour of the box that takes it nearest to grey.

    A black or a white is taken only where no colour mutes it well: the first scale is to show two
    colours that take each other to grey.

    Parameters
    ----------
    paint : Paint
    box : sequence of Paint
        What may be used; the paint itself among them does no harm.
    viewing : Viewing

    Returns
    -------
    Paint or None
        None for a box with nothing else in it.
    """
    others = [other for other in box if other.key != paint.key]
    colours = [other for other in others if not is_black(other) and not is_white(other)]
    alone = viewing.lab(np.ones((1, 1)), [paint])[0]
    for some in (colours, others):
        found = nearest_partner(paint, some, viewing)
        if found is not None:
            left = float(least_chroma(paint, [found], viewing)[0])
            if left <= MUTES_WELL * float(np.hypot(alone[1], alone[2])):
                return found
    if not others:
        return None
    return others[int(least_chroma(paint, others, viewing).argmin())]


def nearest_partner(
    paint: Paint, box: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING
) -> Paint | None:
    """The first of `partners` by itself, which is quick; None where every trail ends at its own
    greyest point, and for an empty box.

    Parameters
    ----------
    paint : Paint
    box : sequence of Paint
        What may be used.
    viewing : Viewing
    """
    if not box:
        return None
    shares, labs = Pairs(paint, box, 0.0, viewing).nearest_neutrals()
    chroma = np.where(shares > ENDS_FROM, np.inf, np.hypot(labs[:, 1], labs[:, 2]))
    at = int(chroma.argmin())
    return box[at] if np.isfinite(chroma[at]) else None


def least_chroma(paint: Paint, box: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING) -> Array:
    """CIELAB chroma of a paint with each of some others where it is nearest to grey, shape
    (others,).

    Parameters
    ----------
    paint : Paint
    box : sequence of Paint
        What may be used.
    viewing : Viewing
    """
    _, labs = Pairs(paint, box, 0.0, viewing).nearest_neutrals()
    return np.hypot(labs[:, 1], labs[:, 2])
