"""Files of our own formats: the dataclass of what one holds is its schema, its reader and writer.

What is wrong with a hostile file is not looked for any longer than it is told.
"""

import json
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import islice
from typing import Annotated, Any, Final, Generic, TypeVar

import numpy as np
from pydantic import ConfigDict, Field, GetCoreSchemaHandler, TypeAdapter, ValidationError
from pydantic.json_schema import GenerateJsonSchema, SkipJsonSchema
from pydantic_core import CoreSchema, core_schema

from mesotint.formats.faults import MOST_TOLD, Faults
from mesotint.formats.json_text import Lines, read_json

_MOST_VALUES: Final = 10_000
"""Values of one item, twice what a tube with a hundred readings and their spectra comes to."""
_DEEPEST: Final = 8

STRICT: Final = ConfigDict(extra="forbid", strict=True, arbitrary_types_allowed=True)
"""Of every dataclass in a file: a number is a number, and what is not known is no part of it."""

Whole = TypeVar("Whole")
_Text = TypeVar("_Text", bound=str)

Amount = Annotated[float, Field(gt=0, le=1_000_000)]
Hidden = Field(exclude=True)
"""What is known beside a file and stands in none."""

HiddenText = SkipJsonSchema[Annotated[str, Hidden]]
HiddenCount = SkipJsonSchema[Annotated[int, Hidden]]


@dataclass(frozen=True)
class Figures:
    """An array of so many figures as a file has it: a list, rounded where it is written."""

    count: int
    digits: int
    least: float | None = None
    most: float | None = None

    def __get_pydantic_core_schema__(self, _: Any, __: GetCoreSchemaHandler) -> CoreSchema:
        """A list in JSON, an array in the dataclass."""
        figure = core_schema.float_schema(ge=self.least, le=self.most, allow_inf_nan=False)
        items = core_schema.list_schema(figure, min_length=self.count, max_length=self.count)
        return core_schema.no_info_after_validator_function(
            lambda values: np.array(values, dtype=np.float64),
            items,
            serialization=core_schema.plain_serializer_function_ser_schema(
                lambda values: [round(float(value), self.digits) for value in values]
            ),
        )


class Words:
    """A text that is one of some words."""

    def __init__(self, *words: str) -> None:
        self.words = words

    def __get_pydantic_core_schema__(self, _: Any, __: GetCoreSchemaHandler) -> CoreSchema:
        """One of them."""
        return core_schema.literal_schema(list(self.words))


class _Plain(GenerateJsonSchema):
    """A schema without a title for every field: their names tell."""

    def field_title_should_be_set(self, schema: Any) -> bool:
        return False


@dataclass(frozen=True)
class OwnFormat(Generic[Whole]):
    """A format of ours.

    Attributes
    ----------
    format, version : str, int
        As a file of it tells them.
    says : str
        What is in one, in a sentence.
    of : type
        The dataclass of what is in one.
    member, one : str, type
        What it lists, "tubes", and the dataclass of each of those.
    most : int
        How many of them there may be.
    """

    format: str
    version: int
    says: str
    of: type[Whole]
    member: str
    one: type[Any]
    most: int

    @cached_property
    def _whole(self) -> TypeAdapter[Whole]:
        return TypeAdapter(self.of)

    @cached_property
    def _one(self) -> TypeAdapter[Any]:
        return TypeAdapter(self.one)

    @cached_property
    def schema(self) -> dict[str, Any]:
        """Its JSON Schema (draft 2020-12)."""
        content = self._whole.json_schema(schema_generator=_Plain)
        content["properties"] = {
            "format": {"const": self.format},
            "version": {"const": self.version},
            **content["properties"],
        }
        content["properties"][self.member]["maxItems"] = self.most
        return {
            "$schema": GenerateJsonSchema.schema_dialect,
            **content,
            "title": self.format.replace("-", " ").capitalize(),
            "description": self.says,
            "required": ["format", "version", *content["required"]],
        }

    def written(self, whole: Whole) -> str:
        """A file of it; what is not known, and what is empty, is left out."""
        content = self._whole.dump_python(whole, mode="json", exclude_none=True)
        items = [_filled(item) for item in content.pop(self.member)]
        head = {"format": self.format, "version": self.version, **_filled(content)}
        return json.dumps({**head, self.member: items}, ensure_ascii=False, indent=1)

    def read(self, data: bytes) -> tuple[Whole, Faults, Lines]:
        """What a file holds.

        Parameters
        ----------
        data : bytes
            The file as it came.

        Returns
        -------
        dataclass, Faults, Lines
            What is in it, no faults yet, and where everything stands.

        Raises
        ------
        FileFaults
            With every fault and its line; nothing is taken then.
        """
        content, text = read_json(data)
        faults, lines = Faults(), Lines(text)
        if not isinstance(content, dict) or content.get("format") != self.format:
            faults.add(1, f"This is no file of the kind “{self.format}”.")
        elif content.get("version") != self.version or isinstance(content["version"], bool):
            faults.add(lines.of(["version"]), "It is of another version; take a newer Mesotint.")
        faults.refuse()
        values = content.get(self.member)
        items = values if isinstance(values, list) else []
        if len(items) > self.most:
            faults.add(
                0, f"It has {len(items):,} {self.member}; a file may have {self.most:,}. Split it."
            )
            faults.refuse()
        rest = {name: value for name, value in content.items() if name not in ("format", "version")}
        if items:
            rest[self.member] = []
        whole = _checked(self._whole, rest, (), faults, lines)
        checked_items = []
        for place, item in enumerate(items):
            checked_items.append(_checked(self._one, item, (self.member, place), faults, lines))
            if faults.full:
                break
        faults.refuse()
        assert whole is not None
        return replace(whole, **{self.member: checked_items}), faults, lines


def _filled(content: Any) -> Any:
    """Content without what is empty."""
    if not isinstance(content, Mapping):
        return content
    return {name: _filled(value) for name, value in content.items() if value not in ("", [], {})}


def _checked(
    adapter: TypeAdapter[Any], value: object, place: tuple[str | int, ...],
    faults: Faults, lines: Lines,
) -> Any:  # fmt: skip
    """A part of a file as its dataclass; none, with faults noted, where it cannot be one."""
    if not _is_small(value):
        faults.add(lines.of(place), "It holds more than any such thing has.")
        return None
    try:
        # As JSON, whose lists are tuples as well where that is what is wanted.
        return adapter.validate_json(json.dumps(value))
    except ValidationError as error:
        for wrong in islice(error.errors(include_url=False, include_input=False), MOST_TOLD):
            path = [*place, *(step for step in wrong["loc"] if step != "[key]")]
            where = " › ".join(map(str, path)) or "the file"
            faults.add(lines.of(path), f"{where}: {wrong['msg'][:160]}.")
        return None


def _is_small(value: object) -> bool:
    """Whether a value holds no more, and is nested no deeper, than a tube with all its readings."""
    count, waiting = 0, [(value, 0)]
    while waiting:
        each, depth = waiting.pop()
        if isinstance(each, (list, dict)):
            count += len(each)
            if count > _MOST_VALUES or depth > _DEEPEST:
                return False
            within = each.values() if isinstance(each, dict) else each
            waiting += [(member, depth + 1) for member in within]
    return True
