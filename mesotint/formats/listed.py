"""JSON files that list things, checked one by one: what is wrong with a hostile one is not looked
for any longer than it is told."""

from collections.abc import Sequence
from itertools import islice
from typing import Any, Final

from jsonschema_rs import Draft202012Validator

from mesotint.formats.faults import MOST_TOLD, Faults
from mesotint.formats.json_text import Lines, read_json

_MOST_VALUES: Final = 10_000
"""Values of one thing, twice what a tube with a hundred readings and their spectra comes to."""
_DEEPEST: Final = 8


def read_listed(
    data: bytes, schema: dict[str, Any], member: str, one: str, most: int
) -> tuple[dict[str, Any], Faults, Lines]:
    """A file that lists things, checked against its schema.

    Parameters
    ----------
    data : bytes
        The file as it came.
    schema : dict
        Its JSON Schema (draft 2020-12).
    member : str
        What the list is called in it: "tubes".
    one : str
        Definition of the schema that each of them follows: "tube".
    most : int
        How many there may be.

    Returns
    -------
    dict, Faults, Lines
        The file, no faults yet, and where everything stands.

    Raises
    ------
    FileFaults
        With every fault and its line; nothing is taken then.
    """
    whole, text = read_json(data)
    faults, lines = Faults(), Lines(text)
    told = whole.get(member) if isinstance(whole, dict) else None
    things = told if isinstance(told, list) else []
    if len(things) > most:
        faults.add(0, f"It has {len(things):,} {member}; a file may have {most:,}. Split it.")
        faults.refuse()
    of_one = Draft202012Validator({"$ref": f"#/$defs/{one}", "$defs": schema["$defs"]})
    rest = whole if told is not things else {**whole, member: []}
    _check(Draft202012Validator(schema), rest, (), faults, lines)
    for i, thing in enumerate(things):
        _check(of_one, thing, (member, i), faults, lines)
        if faults.full:
            break
    faults.refuse()
    return whole, faults, lines


def _check(
    validator: Draft202012Validator,
    value: object,
    place: Sequence[str | int],
    faults: Faults,
    lines: Lines,
) -> None:
    """Note what the schema does not allow."""
    if not _is_small(value):
        faults.add(lines.of(place), "It holds more than any such thing has.")
        return
    for wrong in islice(validator.iter_errors(value), MOST_TOLD):
        path = [*place, *wrong.instance_path]
        where = " › ".join(map(str, path)) or "the file"
        faults.add(lines.of(path), f"{where}: {wrong.message[:160]}.")


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
