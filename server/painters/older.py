"""A hand as earlier versions knew it: one pea, and all else in proportion."""

from typing import Any


def of_pea(pea_ml: Any, walnut: float = 15.0) -> dict[str, float]:
    """The amounts of a hand of which a pea was known, in millilitres."""
    usual = {"knife_tip": 0.05, "lentil": 0.1, "pea": 0.3, "hazelnut": 1.0, "walnut": walnut}
    times = pea_ml / usual["pea"] if isinstance(pea_ml, int | float) else 1.0
    return {name: round(ml * times, 4) for name, ml in usual.items()}


def hand(told: Any) -> Any:
    """A measure that knew a pea; a walnut was 5 ml then, and what was kept by it stays."""
    if not isinstance(told, dict) or "hand_ml" in told:
        return told
    rest = {name: value for name, value in told.items() if name != "pea_ml"}
    return {**rest, "hand_ml": of_pea(told.get("pea_ml"), walnut=5.0)}
