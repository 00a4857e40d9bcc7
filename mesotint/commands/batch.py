"""``mesotint mix --batch``: very many mixtures, one JSON object a line in and one out.

Lines are taken some thousands at a time, and what is laid and seen alike is computed as arrays.
"""

import gc
import sys
from collections.abc import Iterable, Iterator, Mapping, Sequence
from functools import partial
from itertools import islice
from multiprocessing import get_context
from typing import Any, Final

import numpy as np
import orjson

from mesotint.commands.reading import WORDS, mixture_from, viewing_from
from mesotint.errors import InputError, nearest_words
from mesotint.mixing.mixture import Mixture, Viewing, appearances, together
from mesotint.mixing.trust import uncertainty

_PLAIN: Final = {"parts", "water"}
FIELDS: Final = {*_PLAIN, *WORDS}
AT_ONCE: Final = 2048
"""Lines computed together, by every processor there is: more need more memory, and are no
faster."""

CHUNKS_AHEAD: Final = 32


def mix_batch(lines: Iterable[str], options: Mapping[str, Any]) -> Iterator[str]:
    """An answer for each line that is not blank; a bad one answers with its error.

    Parameters
    ----------
    lines : iterable of str
        Each an object such as ``{"parts": {"PY3": 9, "PV23": 1}}``, with words of a viewing.
    options : mapping
        What stands for words that a line does not say.
    """
    asked = (line for line in lines if line.strip())
    chunks = iter(lambda: list(islice(asked, AT_ONCE)), [])
    said = {name: word for name, word in options.items() if name in FIELDS}
    first = next(chunks, [])
    yield from _answers(first, said)
    if len(first) == AT_ONCE:
        # The processes start with all that is read and computed so far.
        with get_context("fork").Pool() as pool:
            # No more is read ahead than that, however long the batch is.
            while shared := list(islice(chunks, CHUNKS_AHEAD)):
                for answers in pool.imap(partial(_answers, options=said), shared):
                    yield from answers


def mixture_answers(mixtures: Sequence[Mixture]) -> list[dict[str, Any]]:
    """What `mix` tells of mixtures laid and seen alike; spectra are arrays of shape (36,)."""
    viewing = mixtures[0].viewing
    paints, parts = together([(each.paints, _shares(each)) for each in mixtures])
    water = np.array([each.water for each in mixtures])
    films = viewing.reflectance(parts, paints, water)
    doubts = np.round(uncertainty(viewing, parts, paints, water), 2).tolist()
    spectra = np.round(films, 5)
    looks = appearances(viewing.lab_of_film(films))
    return [
        {**vars(look), "uncertainty_delta_e": doubt, "reflectance": spectrum}
        for look, doubt, spectrum in zip(looks, doubts, spectra, strict=True)
    ]


def _shares(mixture: Mixture) -> list[float]:
    most = max(mixture.parts)
    return [part / most for part in mixture.parts]


def _answers(lines: Sequence[str], options: Mapping[str, Any]) -> list[str]:
    told: dict[int, dict[str, Any]] = {}
    alike: dict[Viewing, list[tuple[int, Mixture]]] = {}
    viewings: dict[tuple[Any, ...], Viewing] = {}
    for place, line in enumerate(lines):
        try:
            mixture = _mixture(line, options, viewings)
        except InputError as error:
            told[place] = {"error": error.message}
        else:
            alike.setdefault(mixture.viewing, []).append((place, mixture))
    for group in alike.values():
        answers = mixture_answers([mixture for _, mixture in group])
        told.update(zip((place for place, _ in group), answers, strict=True))
    as_arrays = orjson.OPT_SERIALIZE_NUMPY
    return [orjson.dumps(told[place], option=as_arrays).decode() for place in range(len(lines))]


def _mixture(
    line: str, options: Mapping[str, Any], viewings: dict[tuple[Any, ...], Viewing]
) -> Mixture:
    try:
        asked = orjson.loads(line)
    except orjson.JSONDecodeError as error:
        raise InputError(f"This line is not JSON: {error}.", "line") from None
    if not isinstance(asked, dict):
        raise InputError('Write one object a line: {"parts": {"PY3": 9}}.', "line")
    if not asked.keys() <= FIELDS:
        unknown = asked.keys() - FIELDS
        word = min(unknown)
        near = nearest_words(word, FIELDS) or sorted(FIELDS)
        raise InputError(f"'{word[:40]}' is not a field; try {', '.join(near)}.", word[:40])
    plain = asked.keys() <= _PLAIN
    said = () if plain else tuple(str(asked[name]) if name in asked else None for name in WORDS)
    if said not in viewings:
        viewings[said] = viewing_from({**options, **asked})
    water = {"water": asked.get("water", options.get("water", 0.0))}
    return mixture_from(asked.get("parts", {}), water, viewings[said])


def print_batch(options: Mapping[str, Any]) -> None:
    """Answer the lines of the standard input on the standard output."""
    # Nothing that is made here refers to itself, and looking for such things takes a tenth.
    gc.disable()
    try:
        for answer in mix_batch(sys.stdin, options):
            sys.stdout.write(answer + "\n")
    finally:
        gc.enable()
