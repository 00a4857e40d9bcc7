"""Exercises on the tubes of one's own box: what they make, how much, what mutes, what takes it out.

The wrong answers are the usual mistakes: equal parts because the names are opposites, the wheel's
answer, the masstone taken for the tint, value forgotten (common practice).
"""

from collections.abc import Sequence
from typing import Final

import numpy as np

from mesotint.colour.colorimetry import lab_from_lch, lch_from_lab
from mesotint.colour.difference import delta_e_2000
from mesotint.colour.hues import family, opposite_of
from mesotint.colour.words import describe
from mesotint.colour.words import lean as lean_of
from mesotint.mixing.character import by_strength, hue_of, is_grey
from mesotint.mixing.mixture import DEFAULT_VIEWING
from mesotint.mixing.mud import random_mud
from mesotint.mixing.muting.pairs import Pairs
from mesotint.mixing.muting.ranking import ranked
from mesotint.mixing.muting.trail import Trail
from mesotint.mixing.traces import TRACE_BELOW, one_in
from mesotint.optics.grid import Array
from mesotint.paints.library import Paint, library
from mesotint.paints.roles import is_black
from mesotint.paints.table import WHITES
from mesotint.practice.exercise import (
    TOLD_APART,
    Choice,
    Exercise,
    NotForThisBox,
    Shown,
    dice,
    least_apart,
    seen_truly,
)

TRIES: Final = 120
PATCHES: Final = 6
TUBES: Final = 3
_LEAST_STRENGTH: Final = 0.02
OPENED: Final = 4.0
"""Parts of white in which pairs are looked at: dark mixtures hide what they are."""

FROM_ENDS: Final = 10.0
"""CIEDE2000 between what is asked for by its share and either of the two tubes."""

_MUTED: Final = 12.0
"""Chroma below which a tube counts as muted by another."""

_CLEARLY: Final = 3.0
"""Chroma by which a right tube mutes more than any wrong one, or leans more than none."""

_AMOUNTS: Final = np.geomspace(1e-3, 1.5, 41)
"""Parts of a tube to one of a pair that may take a lean out."""

_APART: Final = 11
"""Places among the amounts between a right and a wrong one: some seven times."""


def coloured(paints: Sequence[Paint]) -> list[Paint]:
    """The paints of a box that are no whites, in an order that does not depend on the box's.

    Parameters
    ----------
    paints : sequence of Paint
    """
    once = {paint.key: paint for paint in paints if paint.key not in WHITES}
    return [once[key] for key in sorted(once)]


def _needs(paints: Sequence[Paint], fewest: int, what: str) -> list[Paint]:
    found = coloured(paints)
    if len(found) < fewest:
        raise NotForThisBox(f"{what} takes {fewest} coloured tubes; put more on the desk.", "box")
    return found


def mixture(seed: int, paints: Sequence[Paint], level: float) -> Exercise:
    """Two or three tubes in parts: which of six patches do they make?

    Parameters
    ----------
    seed : int
    paints : sequence of Paint
        The box.
    level : float
        Unused.
    """
    box = _needs(paints, 2, "Guessing a mixture")
    rng, white = dice("mixture", seed), library().white
    for _ in range(TRIES):
        count = int(rng.integers(2, min(3, len(box)) + 1))
        some = [box[i] for i in rng.choice(len(box), count, replace=False)]
        parts = np.array([float(rng.choice([1, 1, 2, 3])) for _ in some])
        parts /= np.gcd.reduce(parts.astype(int))
        opened = float(rng.choice([2, 4, 6]) * parts.sum())
        right = DEFAULT_VIEWING.lab(np.append(parts, opened), [*some, white])
        labs = [right]
        for wrong in _mistakes(some, parts, opened, right, rng):
            near = delta_e_2000(np.array(labs), wrong).min()
            if near >= TOLD_APART and seen_truly(wrong) and len(labs) < PATCHES:
                labs.append(wrong)
        tubes = [_tube_seen(paint) for paint in some]
        if len(labs) == PATCHES and seen_truly(np.array([right, *tubes])):
            break
    else:
        raise NotForThisBox("These tubes make too few different colours; add another.", "box")
    at = rng.permutation(PATCHES).tolist()
    told = ", ".join(f"{n:.0f} {p.name.lower()}" for n, p in zip(parts, some, strict=True))
    strongest = some[int(by_strength(parts, some).argmax())].name.lower()
    return Exercise(
        "mixture", seed, f"What will they make? {told}, and {opened:.0f} white.",
        tuple(Shown(p.key, lab, p.name) for p, lab in zip(some, tubes, strict=True)),
        tuple(Choice(str(i + 1), f"patch {i + 1}", labs[k]) for i, k in enumerate(at)),
        str(at.index(0) + 1), least_apart(labs, 0),
        f"They make a {describe(right)}. {strongest[0].upper()}{strongest[1:]} does most in it: "
        "strength decides, not volume.",
        topic="mixture:" + "+".join(sorted(p.key for p in some)),
        paints=(*some, white), parts=(*parts.tolist(), opened),
    )  # fmt: skip


def _tube_seen(paint: Paint) -> Array:
    """A tube as a screen can show it: its masstone, or opened with as little white as it takes."""
    white = library().white
    for opened in (0.0, 0.5, 1.0, 2.0, 4.0, 8.0):
        lab = DEFAULT_VIEWING.lab(np.array([1.0, opened]), [paint, white])
        if seen_truly(lab):
            break
    return lab


def _mistakes(
    some: Sequence[Paint], parts: Array, opened: float, right: Array, rng: np.random.Generator
) -> list[Array]:
    """What would come of the usual mistakes, and of lesser ones to fill the page."""
    white = library().white
    equal = parts / np.maximum(by_strength(np.ones(len(some)), some), _LEAST_STRENGTH)
    masstones = np.array([DEFAULT_VIEWING.lab(np.ones(1), [p]) for p in some])
    tints = np.array([DEFAULT_VIEWING.lab(np.array([1.0, 8.0]), [p, white]) for p in some])
    shares = parts / parts.sum()
    wheel = shares @ tints
    lch = lch_from_lab(wheel)
    found = [
        # As if all were equally strong.
        DEFAULT_VIEWING.lab(np.append(equal, equal.sum() * opened / parts.sum()), [*some, white]),
        # What the wheel says: the hue between, and clear.
        lab_from_lch(np.array([lch[0], max(float(lch[1]), 20.0), lch[2]])),
        # The masstone taken for the tint.
        shares @ masstones,
        # Value forgotten.
        np.array([min(right[0] + 22, 92), right[1], right[2]]),
        np.array([max(right[0] - 18, 18), right[1], right[2]]),
        # Parts the other way round.
        DEFAULT_VIEWING.lab(np.append(parts[::-1], opened), [*some, white]),
    ]
    rng.shuffle(found)
    for _ in range(40):
        found.append(right + rng.normal(0, 1, 3) * [8.0, 10.0, 10.0])
    return found


def how_much(seed: int, paints: Sequence[Paint], level: float) -> Exercise:
    """A pair and a target on its trail: what share of the second hits it?

    Parameters
    ----------
    seed : int
    paints : sequence of Paint
        The box.
    level : float
        Unused.
    """
    box = _needs(paints, 2, "Saying how much")
    rng = dice("how-much", seed)
    for _ in range(TRIES):
        one, other = (box[i] for i in rng.choice(len(box), 2, replace=False))
        trail = Trail(one, other, OPENED)
        share = float(trail.shares[int(rng.integers(30, 171))])
        target = trail.lab(np.array([share]))[0]
        ends = trail.lab(np.array([0.0, 1.0]))
        gaps = delta_e_2000(trail.labs, target)
        # No other place of the trail comes back to the same colour.
        far = np.abs(trail.shares - share) > 0.25
        clear = float(gaps[far].min()) if far.any() else float("inf")
        # At an end none at all, or fifty times too much, would look as right.
        from_ends = float(delta_e_2000(ends, target).min())
        margin = min(clear, from_ends)
        if (
            margin >= TOLD_APART
            and from_ends >= FROM_ENDS
            and seen_truly(np.array([target, *ends]))
        ):
            break
    else:
        raise NotForThisBox("No two of these tubes lie far enough apart; add another.", "box")
    return Exercise(
        "how-much", seed,
        f"How much {other.name.lower()} goes into {one.name.lower()} for this, in white?",
        (Shown("target", target), Shown("first", ends[0], one.name),
         Shown("second", ends[1], other.name)),
        (), share, margin,
        f"1 part to {(1 - share) / share:.2g} of {one.name.lower()}: {100 * share:.3g} % of both.",
        topic=f"how-much:{one.key}+{other.key}", paints=(one, other, library().white),
        parts=(1 - share, share, OPENED),
    )  # fmt: skip


def _muting(paint: Paint, others: Sequence[Paint]) -> tuple[Array, Array]:
    """Shares and CIELAB where a paint is greyest with each of some others, in white."""
    return Pairs(paint, others, OPENED, DEFAULT_VIEWING).nearest_neutrals()


def partner(seed: int, paints: Sequence[Paint], level: float) -> Exercise:
    """A tube: what mutes it, and on which side of grey does it pass?

    Every tube stands there with its own side and with another one, so that none is told by how
    often it stands there.

    Parameters
    ----------
    seed : int
    paints : sequence of Paint
        The box.
    level : float
        Unused.
    """
    box = [p for p in _needs(paints, 3, "Choosing what mutes") if not is_grey(p)]
    if len(box) < 3:
        raise NotForThisBox("Choosing what mutes takes 3 tubes that have a hue.", "box")
    rng, white = dice("partner", seed), library().white
    for _ in range(TRIES):
        paint = box[int(rng.integers(len(box)))]
        others = [p for p in box if p.key != paint.key]
        some = [others[i] for i in rng.choice(len(others), min(TUBES, len(others)), replace=False)]
        shares, labs = _muting(paint, some)
        chroma = np.hypot(labs[:, 1], labs[:, 2])
        best, second = (int(i) for i in np.argsort(chroma)[:2])
        if ranked(paint, some, DEFAULT_VIEWING).order[0] != best:
            # The wheel and the measurement disagree: advice may weigh them, a question may not.
            continue
        tube = DEFAULT_VIEWING.lab(np.array([1.0, OPENED]), [paint, white])
        margin = float(chroma[second] - chroma[best])
        if (
            0.002 < shares[best] < 0.998
            and margin >= _CLEARLY
            and chroma[best] < _MUTED
            and seen_truly(tube)
        ):
            break
    else:
        raise NotForThisBox("No tube here mutes another clearly better than the rest.", "box")
    rows = [
        (f"{p.name}, and it passes {side}", i == best and true)
        for i, (p, lab) in enumerate(zip(some, labs, strict=True))
        for side, true in zip(_sides(lab, paint), (True, False), strict=True)
    ]
    choices, answer = _shuffled(rows, rng)
    return Exercise(
        "partner", seed, f"What mutes {paint.name.lower()} best, and on which side of grey?",
        (Shown(paint.key, tube, paint.name),), choices, answer, margin,
        f"{some[best].name} passes {_sides(labs[best], paint)[0]} with {chroma[best]:.1f} of "
        f"chroma left; the next leaves {chroma[second]:.1f}.",
        topic=f"partner:{paint.key}", paints=(paint, some[best], white),
        parts=(float(1 - shares[best]), float(shares[best]), OPENED),
    )  # fmt: skip


def _sides(lab: Array, paint: Paint) -> tuple[str, str]:
    """On which side of grey a mixture passes, and a side on which it does not."""
    hue = lean_of(lab)
    if hue is None:
        return "through grey", f"on the {family(hue_of(paint) or 0.0)} side"
    return f"on the {hue} side", f"on the {opposite_of(hue)} side"


def _shuffled(
    rows: Sequence[tuple[str, bool]], rng: np.random.Generator
) -> tuple[tuple[Choice, ...], str]:
    """Choices in words, numbered as they stand, and the number of the one that is right."""
    order = [rows[i] for i in rng.permutation(len(rows))]
    answer = next(str(i + 1) for i, (_, right) in enumerate(order) if right)
    return tuple(Choice(str(i + 1), says) for i, (says, _) in enumerate(order)), answer


def fix(seed: int, paints: Sequence[Paint], level: float) -> Exercise:
    """A grey that leans: which tube takes it out, and how much of it?

    Every tube stands there with the amount that does most and with another one.

    Parameters
    ----------
    seed : int
    paints : sequence of Paint
        The box.
    level : float
        Unused.
    """
    box = [p for p in _needs(paints, 3, "Taking a lean out") if not is_black(p)]
    if len(box) < 3:
        raise NotForThisBox("Taking a lean out takes 3 coloured tubes.", "box")
    rng, white = dice("fix", seed), library().white
    for _ in range(TRIES):
        one, other = (box[i] for i in rng.choice(len(box), 2, replace=False))
        shares, labs = _muting(one, [other])
        share, grey = float(shares[0]), labs[0]
        chroma = float(np.hypot(*grey[1:]))
        if not (0.002 < share < 0.998 and 6 <= chroma <= 30 and seen_truly(grey)):
            continue
        rest = [p for p in box if p.key not in (one.key, other.key)]
        left = _left_by(rest, (one, other), share)
        least = left.min(axis=1)
        best = int(least.argmin())
        # The others are such as surely do not, whatever is taken of them.
        wrong = np.flatnonzero(least >= least[best] + _CLEARLY)[: TUBES - 1]
        tubes = [best, *wrong.tolist()]
        at = left[tubes].argmin(axis=1)
        far = np.where(at + _APART < len(_AMOUNTS), at + _APART, at - _APART)
        told = np.stack([left[tubes, at], left[tubes, far]], axis=1)
        margin = float(np.delete(told.ravel(), 0).min() - told[0, 0])
        if least[best] < 0.6 * chroma and margin >= _CLEARLY:
            break
    else:
        raise NotForThisBox("No lean of these tubes is taken out clearly by one of them.", "box")
    rows = [
        (f"{rest[tube].name}, {_amount(float(_AMOUNTS[place]))}", row == 0 and column == 0)
        for row, tube in enumerate(tubes)
        for column, place in enumerate((at[row], far[row]))
    ]
    choices, answer = _shuffled(rows, rng)
    paint, needed = rest[best], float(_AMOUNTS[at[0]])
    return Exercise(
        "fix", seed, f"This grey leans {lean_of(grey)}. What takes it out?",
        (Shown("grey", grey),), choices, answer, margin,
        f"{paint.name}, {_amount(needed)}: of {chroma:.0f} of chroma {least[best]:.1f} is left. "
        "Name the lean, add a little of its opposite.",
        topic=f"fix:{one.key}+{other.key}", paints=(one, other, paint, white),
        parts=(1 - share, share, needed, OPENED),
    )  # fmt: skip


def _left_by(rest: Sequence[Paint], pair: tuple[Paint, Paint], share: float) -> Array:
    """Chroma that is left of a pair's grey with each of some paints, shape (paints, amounts)."""
    parts = np.zeros((len(rest), len(_AMOUNTS), 3 + len(rest)))
    parts[..., :3] = 1 - share, share, OPENED
    for i in range(len(rest)):
        parts[i, :, 3 + i] = _AMOUNTS
    labs = DEFAULT_VIEWING.lab(parts, [*pair, library().white, *rest])
    return np.hypot(labs[..., 1], labs[..., 2])


def _amount(parts: float) -> str:
    """How much to one part of the pair."""
    share = parts / (1 + parts)
    if share < TRACE_BELOW:
        return f"a touch, 1 in {one_in(share)}"
    return f"1 part to {1 / parts:.2g}" if parts <= 1 else f"{parts:.2g} parts to 1"


def mud(seed: int, paints: Sequence[Paint], level: float) -> Exercise:
    """A random mud to be matched on the palette; the box can mix it, since it did.

    Parameters
    ----------
    seed : int
    paints : sequence of Paint
        The box.
    level : float
        Unused.
    """
    box = _needs(paints, 3, "Matching a mud")
    rng = dice("mud", seed)
    every = [*box, library().white]
    for _ in range(TRIES):
        target = random_mud(every, rng)
        if seen_truly(target.lab):
            break
    told = ", ".join(
        f"{100 * n:.3g} {p.name.lower()}" for p, n in zip(target.paints, target.parts, strict=True)
    )
    return Exercise(
        "mud", seed, "Match the mud: mix it, look, say what is wrong, add the smallest thing.",
        (Shown("target", target.lab),), (), 0.0, TOLD_APART,
        f"It was made of {told}: {len(target.paints)} additions would do. Value first, then hue, "
        "then chroma.",
        paints=target.paints, parts=target.parts,
    )  # fmt: skip
