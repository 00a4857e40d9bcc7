"""All that belongs to one painter, whichever app keeps it: to be given out, or forgotten."""

import json
from collections.abc import Callable, Iterator
from typing import Any, Final

from django.core import serializers
from django.core.serializers.json import DjangoJSONEncoder
from django.db import connection, transaction
from django.db.models import ForeignKey, Model

from server.kept.backups import kept_models
from server.painters.models import Painter

FORMAT: Final = "mesotint studio"
VERSION: Final = 1
_AT_A_TIME: Final = 500
_SECRET: Final = ("password", "last_login", "groups", "user_permissions", "is_superuser")


def rows_of(painter: Painter) -> dict[type[Model], list[Any]]:
    """The keys of every row that belongs to a painter, by what kind of row it is."""
    return {
        model: sorted(model._base_manager.filter(**{path: painter.pk}).values_list("pk", flat=True))
        for model, path in _paths()
    }


def _paths() -> Iterator[tuple[type[Model], str]]:
    """How each kind of row leads to its painter; what leads to none belongs to everybody."""
    left = [model for model in kept_models() if model is not Painter]
    known: dict[type[Model], str] = {Painter: "pk"}
    found = True
    while found:
        found = False
        for model in list(left):
            for field in model._meta.get_fields():
                to = field.related_model
                if isinstance(field, ForeignKey) and isinstance(to, type) and to in known:
                    path = field.name if to is Painter else f"{field.name}__{known[to]}"
                    known[model] = path
                    left.remove(model)
                    yield model, path
                    found = True
                    break


@transaction.atomic
def forget(painter: Painter) -> None:
    """Take away all that belongs to a painter; the painter stays."""
    rows = rows_of(painter)
    with connection.constraint_checks_disabled():
        for model, keys in rows.items():
            gone = model._base_manager.filter(pk__in=keys)
            gone._raw_delete(gone.db)


def written(painter: Painter, tell: Callable[[float, str], None] | None = None) -> str:
    """All that belongs to a painter as one JSON file, the password left out.

    Parameters
    ----------
    painter : Painter
        Whose studio it is.
    tell : callable, optional
        Told the share of rows that is written, and which are written now.

    Returns
    -------
    str
        The file.
    """
    rows: list[Any] = serializers.serialize("python", [painter])
    owned = rows_of(painter)
    count = sum(map(len, owned.values()))
    for model, keys in owned.items():
        for first in range(0, len(keys), _AT_A_TIME):
            if tell:
                tell(len(rows) / count, f"Gathering {model._meta.verbose_name_plural} …")
            found = model._base_manager.filter(pk__in=keys[first : first + _AT_A_TIME])
            rows += serializers.serialize("python", found.order_by("pk"))
    for name in _SECRET:
        rows[0]["fields"].pop(name)
    whole = {"format": FORMAT, "version": VERSION, "painter": painter.username, "rows": rows}
    return json.dumps(whole, cls=DjangoJSONEncoder, ensure_ascii=False, indent=1)
