"""What is left in the tubes: how long it lasts, and what there is to buy."""

from typing import Final

PACE_OVER_DAYS: Final = 42.0
"""The last six weeks tell how fast a tube is used: long enough that a week without painting does
not count for all, short enough that last summer's picture does not count. Our own judgement."""

LOW_BELOW_DAYS: Final = 14.0
"""A tube that is empty within two weeks is one to buy. Our own judgement."""


def lasts_days(left_ml: float, squeezed_lately_ml: float, over_days: float) -> float | None:
    """For how many days a tube lasts at the pace of late; none where none of it was squeezed.

    Parameters
    ----------
    left_ml : float
        What is in it.
    squeezed_lately_ml : float
        What was taken out of it over the last days.
    over_days : float
        How many those were, above 0.

    Examples
    --------
    >>> lasts_days(20.0, 10.0, 30.0)
    60.0
    """
    if squeezed_lately_ml <= 0:
        return None
    return max(left_ml, 0.0) / (squeezed_lately_ml / over_days)


def to_buy(left_ml: float | None, wanted_ml: float, lasts: float | None) -> str:
    """Why a tube is one to buy, in words; nothing where it is none.

    Parameters
    ----------
    left_ml : float or None
        What is in it, where that is known.
    wanted_ml : float
        What paintings that are planned would take of it.
    lasts : float or None
        Days it lasts at the pace of late.

    Examples
    --------
    >>> to_buy(2.0, 5.0, None)
    'the plans want 5 ml, 2 ml are left'
    >>> to_buy(30.0, 5.0, 200.0)
    ''
    """
    if left_ml is None:
        return ""
    if left_ml <= 0:
        return "it is empty"
    if wanted_ml > left_ml:
        return f"the plans want {wanted_ml:.3g} ml, {left_ml:.3g} ml are left"
    if lasts is not None and lasts < LOW_BELOW_DAYS:
        days = round(lasts)
        return f"it is empty in {days} days at this pace" if days > 1 else "it is empty in a day"
    return ""
