"""Partners: which paint mutes which, how near to grey, and what takes out the lean that is left.

Their order is that of `mesotint.mixing.muting.ranking`: judged opened, opposites first, and what is
grey itself apart.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from mesotint.colour.words import lean, miss_in_words
from mesotint.errors import InputError
from mesotint.mixing.mixture import DEFAULT_VIEWING, WHITE_TEST_PARTS, Viewing
from mesotint.mixing.muting.grid import kinds_of
from mesotint.mixing.muting.pairs import Fix, Line, Pairs
from mesotint.mixing.muting.ranking import ranked
from mesotint.mixing.muting.relation import relation, sharing, temperature_remark
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint

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
        What temperature says of the pair and of what lies on its way; empty where it says nothing.
    residue : float
        Least CIELAB chroma along the trail once it is opened with four parts of white, or water:
        what partners are ordered by.
    opened_lab : array, shape (3,)
        The mixture there, opened.
    opened_miss : str
        How near grey the opened trail comes and which way it leans, in words.
    stray : float
        How far the opened trail goes aside of the straight way to grey; CIELAB units.
    opposite : bool
        Whether the painters' wheel calls it opposite: five or six places away.
    grey : bool
        Whether it is a black, a white or a grey itself, and dulls instead of muting.
    sharing : str
        That both hold one primary, and what was measured of their grey; empty where they do not.
    why : str
        Of the first alone: why it is no opposite, if it is none.
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
    residue: float
    opened_lab: Array
    opened_miss: str
    stray: float
    opposite: bool
    grey: bool
    sharing: str
    why: str
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
    """Every paint of a box as a partner, the best first, blacks and greys last.

    The order is that of the opened pairs, whatever `white` opens them with here.

    Parameters
    ----------
    paint : Paint
        A paint, or a mixture as a tube (`mixed_tube`).
    box : sequence of Paint
        What may mute it; the paint itself is left out.
    white : float
        Parts of titanium white to one of the pair (opaque), or of water (wash).

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
    ranking = ranked(paint, others, viewing)
    return [
        Partner(
            paint=other,
            share=float(shares[i]),
            lab=labs[i],
            chroma=float(chroma[i]),
            lean=lean(labs[i]),
            miss=miss_in_words(labs[i], ends[i]),
            passes=passed[i],
            relation=relation(paint, other),
            remark=temperature_remark(paint, other, kinds_of(lines[i].opened_labs)),
            residue=float(ranking.residues[i]),
            opened_lab=ranking.labs[i],
            opened_miss=ranking.misses[i],
            stray=float(ranking.strays[i]),
            opposite=bool(ranking.opposite[i]),
            grey=bool(ranking.grey[i]),
            sharing=sharing(paint, other, lean(ranking.labs[i])),
            why=ranking.why if i == ranking.order[0] else "",
            fix=fixes[i],
            line=lines[i],
            fixed_line=fixed_lines[i],
        )
        for i, other in ((i, others[i]) for i in ranking.order)
    ]


MUTES_WELL: Final = 0.5
"""Share of its chroma, both opened, that a paint may keep with its first partner; one that leaves
more is no partner to begin with (our own judgement: above, hardly anything is seen to fall)."""


def first_partner(
    paint: Paint, box: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING
) -> Paint | None:
    """What to mute a paint with first: the first of `partners`.

    A black or a white is taken only where no colour mutes it well: the first scale is to show two
    colours that take each other to grey.

    Parameters
    ----------
    box : sequence of Paint
        What may be used; the paint itself among them does no harm.

    Returns
    -------
    Paint or None
        None for a box with nothing else in it.
    """
    others = [other for other in box if other.key != paint.key]
    if not others:
        return None
    ranking = ranked(paint, others, viewing)
    first = ranking.order[0]
    opened = viewing.opened_lab(np.ones((1, 1)), [paint])[0]
    if ranking.residues[first] <= MUTES_WELL * float(np.hypot(opened[1], opened[2])):
        return others[first]
    return others[int(ranking.residues.argmin())]


def nearest_partner(
    paint: Paint, box: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING
) -> Paint | None:
    """The paint of a box that greys another most, opened, whatever the wheel calls it; None where
    every trail ends at its own greyest point, and for an empty box.

    Parameters
    ----------
    box : sequence of Paint
        What may be used.
    """
    if not box:
        return None
    shares, residues = _greyest(paint, box, viewing)
    residues = np.where(shares > ENDS_FROM, np.inf, residues)
    at = int(residues.argmin())
    return box[at] if np.isfinite(residues[at]) else None


def least_chroma(paint: Paint, box: Sequence[Paint], viewing: Viewing = DEFAULT_VIEWING) -> Array:
    """Least CIELAB chroma of a paint with each of some others, opened with four parts of white or
    of water, shape (others,).

    Parameters
    ----------
    box : sequence of Paint
        What may be used.
    """
    return _greyest(paint, box, viewing)[1]


def _greyest(paint: Paint, box: Sequence[Paint], viewing: Viewing) -> tuple[Array, Array]:
    """Shares of some others at which a paint is greyest with each, opened, and the chroma there."""
    shares, labs = Pairs(paint, box, WHITE_TEST_PARTS, viewing).nearest_neutrals()
    return shares, np.hypot(labs[:, 1], labs[:, 2])
