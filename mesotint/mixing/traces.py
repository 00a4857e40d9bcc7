"""Traces: shares so small that no hand measures them, told with the let-down they need."""

from collections.abc import Sequence
from typing import Final

TRACE_BELOW: Final = 1 / 40
"""Share of a mixture below which a paint is a trace: no knife or spoon takes one part to forty
(common practice; the figure is our own judgement)."""


LEAST_TRACE: Final = 1e-6
"""Share of a mixture below which a trace is told as if it were so much: it changes nothing that an
eye or an instrument would find (our own judgement)."""


def one_in(share: float) -> int:
    """How many parts of a mixture hold one of a trace, in two digits.

    Parameters
    ----------
    share : float
        Of the trace in the whole, above 0 and below 1.

    Examples
    --------
    >>> one_in(0.00357)
    280
    """
    return int(float(f"{1 / max(share, LEAST_TRACE):.2g}"))


def ratio(parts: Sequence[float]) -> str:
    """Parts of a mixture against each other, as a hand would take them.

    Parameters
    ----------
    parts : sequence of float
        By volume, two or more, above zero.

    Examples
    --------
    >>> ratio([18.0, 1.0]), ratio([280.0, 1.0])
    ('18 to 1', '1 in 280')
    """
    least, whole = min(parts), sum(parts)
    if least / whole < TRACE_BELOW:
        return f"1 in {one_in(least / whole)}"
    return " to ".join(f"{part / least:.2g}" for part in parts)


def touch(of: int) -> str:
    """A trace in words: one part in so many.

    Parameters
    ----------
    of : int
        In how many parts the touch is one.

    Examples
    --------
    >>> touch(280)
    'a touch: 1 in 280, let down first'
    """
    return f"a touch: 1 in {of}, let down first"
