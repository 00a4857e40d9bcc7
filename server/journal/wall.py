"""The wall: entries found by looking, in three orders, on a map, and by colour or words."""

import re
from collections.abc import Sequence
from datetime import UTC, date, datetime, time, timedelta
from typing import Any, Final

import numpy as np
from django.db.models import (
    Aggregate,
    CharField,
    Count,
    Exists,
    IntegerField,
    Lookup,
    Max,
    OuterRef,
    QuerySet,
    TextField,
)
from django.db.models.expressions import RawSQL
from django.db.models.functions import Cast, TruncDate

from mesotint.colour.hues import family
from mesotint.colour.words import difference_in_words
from mesotint.optics.grid import Array
from server.journal.answers import MapCell, MapOut, WallGroup, WallOut, WallSwatch
from server.journal.models import Tag
from server.journal.requests import Filters
from server.kept.looks import plain_swatches
from server.mixtures.keeping import nearest_of
from server.mixtures.models import KeptMixture, KeptPart, Mixing
from server.painters.models import Painter
from server.paintings.models import Painting
from server.tubes.services import in_use

WINDOW: Final = 300
"""Swatches of the first answer: more than any screen shows at once."""

MOST_AT_ONCE: Final = 1000
MOST_NEAR: Final = 120
TRUE_WITHIN: Final = 2.5
"""An entry was read true where it came out no farther off than what is seen when touching."""

VALUE_STEP_L: Final = 5.0
"""Half a step of Munsell value, in L*: a row of the wall by colour."""

_FEWEST_LETTERS: Final = 3
"""MariaDB's index of words has none that are shorter (innodb_ft_min_token_size)."""

HUES: Final = 18
ROWS: Final = 20
SHOWN: Final = 4
"""Swatches of one place of the map, the newest."""

GREY_BELOW: Final = 4.0
"""C* below which a mixture stands with the greys: its hue is not what it was mixed for."""

DAYS_TOLD: Final = 60
"""Of so many days it is told what was done on them; of all others how much."""

_LATEST: Final = ("-mixed", "-pk")
_FEW_FOUND: Final = 2000
"""Entries found by words that are named one by one from then on."""

_NO_GROUP: Final = "none"
_SEEN = KeptMixture.seen_lab.columns


@TextField.register_lookup
class Matches(Lookup[str]):
    """What MariaDB's index of words finds: ``words__matches="+harb*"``, in its boolean mode."""

    lookup_name = "matches"

    def as_sql(self, compiler: Any, connection: Any) -> Any:
        """The condition as it stands, so that the index is taken for it."""
        left, of_left = self.process_lhs(compiler, connection)
        right, of_right = self.process_rhs(compiler, connection)
        return f"MATCH ({left}) AGAINST ({right} IN BOOLEAN MODE)", [*of_left, *of_right]


class _Newest(Aggregate):
    """Keys of the newest few of a group, with commas."""

    function = "GROUP_CONCAT"
    template = (
        "SUBSTRING_INDEX(%(function)s(%(expressions)s ORDER BY %(expressions)s DESC), ',', 4)"
    )
    output_field = CharField()


def entries(painter: Painter, asked: Filters) -> QuerySet[KeptMixture]:
    """The painter's entries that are asked for, in no order."""
    found = KeptMixture.objects.filter(painter=painter, thrown_away=False).order_by()
    if words := _searched(asked.words):
        found = found.filter(words__matches=words)
        # They are looked at several times, and sought but once.
        keys = list(found.values_list("pk", flat=True)[: _FEW_FOUND + 1])
        if len(keys) <= _FEW_FOUND:
            found = found.model._default_manager.filter(pk__in=keys).order_by()
    elif asked.words.strip():
        found = found.filter(words__icontains=asked.words.strip())
    if asked.tag:
        found = found.filter(tags__word=asked.tag)
    if asked.medium:
        found = found.filter(medium=asked.medium)
    if asked.painting is not None:
        found = found.filter(Exists(_FOR_PAINTING.filter(painting=asked.painting)))
    if asked.owned:
        there = [tube.pk for tube in in_use(painter)]
        others = KeptPart.objects.filter(mixture=OuterRef("pk")).exclude(tube__in=there)
        found = found.exclude(Exists(others.filter(tube__isnull=False)))
    if asked.read:
        found = found.exclude(seen_by="")
    if asked.true:
        found = found.filter(seen_delta_e__lte=TRUE_WITHIN)
    return found


def _searched(text: str) -> str:
    """Words as MariaDB searches them in its boolean mode: all of them, each by its beginning."""
    words = [word for word in re.findall(r"\w+", text) if len(word) >= _FEWEST_LETTERS]
    return " ".join(f"+{word}*" for word in words)


_FOR_PAINTING: Final = Mixing.objects.filter(mixture=OuterRef("pk"), painting__isnull=False)
"""Times that an entry was mixed for a painting."""


def wall(painter: Painter, order: str, asked: Filters) -> WallOut:
    """The wall in groups, and what the first window shows of it."""
    found = entries(painter, asked)
    groups = _GROUPS[order](painter, found)
    first: list[WallSwatch] = []
    if order == "day":
        # Day after day is one order for all of them.
        first = in_group(painter, order, "", asked, 0, WINDOW)
    else:
        for group in groups:
            if len(first) >= WINDOW:
                break
            first += in_group(painter, order, group.key, asked, 0, min(group.count, WINDOW))
    tags = Tag.objects.filter(painter=painter, mixture__thrown_away=False).values("word")
    often = tags.annotate(count=Count("pk")).order_by("-count", "word")[:24]
    return WallOut(
        groups=groups,
        total=sum(group.count for group in groups),
        first=first[:WINDOW],
        tags=[row["word"] for row in often],
    )


def in_group(
    painter: Painter, order: str, key: str, asked: Filters, first: int, count: int
) -> list[WallSwatch]:
    """Some entries of one group, in its order."""
    found = _WITHIN[order](entries(painter, asked), key)
    # Keys alone stand in an index in this order; whole rows the database would sort, all of them.
    keys = found.values_list("pk", flat=True)[first : first + min(count, MOST_AT_ONCE)]
    return swatches_of(list(keys))


def near(painter: Painter, lab: Array, asked: Filters, count: int) -> list[WallSwatch]:
    """The entries that are nearest to a colour, nearest first."""
    keys, gaps = nearest_of(entries(painter, asked), lab, min(count, MOST_NEAR))
    rows = {each.id: each for each in _told(KeptMixture.objects.filter(pk__in=keys))}
    return [
        rows[key].model_copy(update={"away": gap, "says": difference_in_words(gap)})
        for key, gap in zip(keys, gaps, strict=True)
    ]


def _told(found: QuerySet[KeptMixture]) -> list[WallSwatch]:
    names = ("pk", "name", "times", "opened_srgb", *KeptMixture.lab.columns, *_SEEN)
    rows = list(found.values_list(*names))
    if not rows:
        return []
    labs = np.array([row[4:7] for row in rows], dtype=np.float64)
    seen = np.array(
        [row[7:10] if row[7] is not None else row[4:7] for row in rows], dtype=np.float64
    )
    return [
        WallSwatch(
            id=row[0],
            title=row[1],
            times=row[2],
            colour=colour.model_copy(update={"opened_srgb": row[3]}),
            seen=None if row[7] is None else truth,
        )
        for row, colour, truth in zip(rows, plain_swatches(labs), plain_swatches(seen), strict=True)
    ]


def mapped(painter: Painter, asked: Filters) -> MapOut:
    """What a painter mixes as a map: hue across, greys first, and value up, in half steps."""
    table = KeptMixture._meta.db_table
    row = RawSQL(f"LEAST(FLOOR((100 - {table}.lightness) / %s), %s)", (VALUE_STEP_L, ROWS - 1))
    column = RawSQL(
        f"IF({table}.a * {table}.a + {table}.b * {table}.b < %s, 0, 1 + FLOOR("
        f"MOD(DEGREES(ATAN2({table}.b, {table}.a)) + 360, 360) / %s))",
        (GREY_BELOW**2, 360.0 / HUES),
    )
    cells = (
        entries(painter, asked)
        .values(row=Cast(row, IntegerField()), column=Cast(column, IntegerField()))
        .annotate(count=Count("pk"), newest=_Newest("pk"))
    )
    found = [(cell, [int(key) for key in cell["newest"].split(",")]) for cell in cells]
    told = {each.id: each for each in swatches_of([key for _, keys in found for key in keys])}
    names = [family((place + 0.5) * 360.0 / HUES) for place in range(HUES)]
    return MapOut(
        rows=[f"{(100.0 - VALUE_STEP_L * (place + 1)) / 10:g}" for place in range(ROWS)],
        columns=["grey", *names],
        cells=[
            MapCell(
                row=cell["row"],
                column=cell["column"],
                count=cell["count"],
                newest=[told[key] for key in keys],
            )
            for cell, keys in found
        ],
    )


# How entries stand together, by the order of the wall: groups, and the entries of one.


def _days(painter: Painter, found: QuerySet[KeptMixture]) -> list[WallGroup]:
    rows = found.values(day=TruncDate("mixed")).annotate(count=Count("pk"))
    counted = sorted(((row["day"], row["count"]) for row in rows), reverse=True)
    mixings = Mixing.objects.filter(mixture__painter=painter, mixture__thrown_away=False)
    if sum(count for _, count in counted) <= _FEW_FOUND:
        mixings = Mixing.objects.filter(mixture__in=found.values("pk"))
    came = _came_by_day(mixings, [day for day, _ in counted[:DAYS_TOLD]])
    return [
        WallGroup(
            key=day.isoformat(),
            title=f"{day:%A} {day.day} {day:%B %Y}",
            says=_done(came.get(day, {})),
            count=count,
        )
        for day, count in counted
    ]


def _came_by_day(mixings: QuerySet[Mixing], days: Sequence[date]) -> dict[date, dict[str, int]]:
    if not days:
        return {}
    rows = (
        mixings.filter(mixture__mixed__gte=_midnight(days[-1]), at__gte=_midnight(days[-1]))
        .order_by()
        .values("came", day=TruncDate("at"))
        .annotate(count=Count("pk"))
    )
    told: dict[date, dict[str, int]] = {}
    for row in rows:
        told.setdefault(row["day"], {})[row["came"]] = row["count"]
    return told


def _midnight(day: date) -> datetime:
    return datetime.combine(day, time(), UTC)


_DID: Final = {
    Mixing.PILE: "came to its target",
    Mixing.SCOOP: "scooped for use",
    Mixing.KEPT: "kept",
    Mixing.SHEET: "painted on a sheet",
    Mixing.PATCH: "of a sheet",
    Mixing.PALETTE: "mixed for a palette",
    Mixing.TUBE: "calibrated",
    Mixing.NOTE: "noted",
    Mixing.FILE: "taken in",
}


def _done(came: dict[str, int]) -> str:
    return ", ".join(f"{count} {_DID[how]}" for how, count in came.items())


def _of_day(found: QuerySet[KeptMixture], key: str) -> QuerySet[KeptMixture]:
    if not key:
        # Day after day is one order for all of them, and days are too short to be fetched singly.
        return found.order_by(*_LATEST)
    try:
        day = datetime.strptime(key, "%Y-%m-%d").date()
    except ValueError:
        return found.none()
    begins = _midnight(day)
    return found.filter(mixed__gte=begins, mixed__lt=begins + timedelta(days=1)).order_by(*_LATEST)


def _paintings(painter: Painter, found: QuerySet[KeptMixture]) -> list[WallGroup]:
    mixed = Mixing.objects.filter(mixture__in=found.values("pk"), painting__isnull=False)
    rows = (
        mixed.order_by()
        .values("painting")
        .annotate(count=Count("mixture", distinct=True), last=Max("at"))
        .order_by("-last")
    )
    names = dict(Painting.objects.filter(painter=painter).values_list("pk", "name"))
    told = [
        WallGroup(
            key=str(row["painting"]),
            title=names.get(row["painting"] or 0, "A painting that is gone"),
            says="",
            count=row["count"],
        )
        for row in rows
    ]
    if left := found.filter(~Exists(_FOR_PAINTING)).count():
        told.append(WallGroup(key=_NO_GROUP, title="For no painting", says="", count=left))
    return told


def _of_one_painting(found: QuerySet[KeptMixture], key: str) -> QuerySet[KeptMixture]:
    if key == _NO_GROUP:
        return found.filter(~Exists(_FOR_PAINTING)).order_by(*_LATEST)
    if not key.isdigit():
        return found.none()
    return found.filter(Exists(_FOR_PAINTING.filter(painting=key))).order_by(*_LATEST)


def _made(painter: Painter, found: QuerySet[KeptMixture]) -> list[WallGroup]:
    rows = found.values("made_key").annotate(count=Count("pk"), one=Max("pk"))
    counted: list[Any] = sorted(rows, key=lambda row: (-row["count"], -row["one"]))
    labels: dict[int, list[str]] = {}
    of = KeptPart.objects.filter(mixture__in=[row["one"] for row in counted[:MOST_AT_ONCE]])
    for mixture, label in of.order_by("-parts").values_list("mixture", "label"):
        labels.setdefault(mixture, []).append(label)
    return [
        WallGroup(key=row["made_key"] or _NO_GROUP,
                  title=", ".join(labels.get(row["one"], ["Nothing that is known"])), says="",
                  count=row["count"])
        for row in counted
    ]  # fmt: skip


def _of_made(found: QuerySet[KeptMixture], key: str) -> QuerySet[KeptMixture]:
    made = "" if key == _NO_GROUP else key
    return found.filter(made_key=made).order_by(*_LATEST)


_GROUPS: Final = {"day": _days, "painting": _paintings, "tubes": _made}
_WITHIN: Final = {
    "day": _of_day,
    "painting": _of_one_painting,
    "tubes": _of_made,
}


def swatches_of(keys: Sequence[int]) -> list[WallSwatch]:
    """Some entries as the wall shows them, in the order they are named."""
    rows = {each.id: each for each in _told(KeptMixture.objects.filter(pk__in=keys))}
    return [rows[key] for key in keys if key in rows]
