"""A hand as earlier versions knew it: one pea, and all else in proportion."""

from collections.abc import Callable
from typing import Any


def of_pea(pea_ml: Any, walnut: float = 15.0) -> dict[str, float]:
    """The amounts of a hand of which a pea was known, in millilitres."""
    usual = {"knife_tip": 0.05, "lentil": 0.1, "pea": 0.3, "hazelnut": 1.0, "walnut": walnut}
    if pea_ml is not None and (isinstance(pea_ml, bool) or not isinstance(pea_ml, int | float)):
        raise ValueError("A pea is a number of millilitres.")
    times = 1.0 if pea_ml is None else pea_ml / usual["pea"]
    return {name: round(ml * times, 4) for name, ml in usual.items()}


def hand(told: Any) -> Any:
    """A measure that knew a pea; a walnut was 5 ml then, and what was kept by it stays."""
    if not isinstance(told, dict) or "hand_ml" in told:
        return told
    rest = {name: value for name, value in told.items() if name != "pea_ml"}
    return {**rest, "hand_ml": of_pea(told.get("pea_ml"), walnut=5.0)}


def keeping(room: str, model: str) -> Callable[[Any, Any], None]:
    """A step of a migration: what is kept of a model stays with the hand it was made with."""

    def keep(apps: Any, schema_editor: Any) -> None:
        # A backup of an earlier version is migrated in a database of its own.
        kept = apps.get_model(room, model).objects.using(schema_editor.connection.alias)
        for each in kept.iterator():
            each.measure = hand(each.measure)
            each.save(update_fields=["measure"])

    return keep
