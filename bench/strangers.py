"""Requests that a machine makes up from the API's own schema, right and wrong ones, and what of the
answers is not as the schema says."""

import sys
import warnings
from collections import Counter
from collections.abc import Callable
from typing import Any, Final

import requests
import schemathesis
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis.errors import Unsatisfiable
from schemathesis.checks import CHECKS
from schemathesis.generation import GenerationMode

from bench.painter import DemoPainter
from bench.running import running
from bench.timing import Figure, below

PORT: Final = 8794
EACH: Final = 110
FIRST_FAULT: Final = 500

LEFT_OUT: Final = ("positive_data_acceptance",)
"""A schema cannot say which colours can be mixed, or that a name is wanted with this and not with
that: what it allows may still be refused, in a sentence."""

KEPT_OUT: Final = ("/api/me/leave", "/api/demo/anew")
"""Doors through which the one who knocks would be gone."""


def knocked(
    spec: dict[str, Any],
    call: Callable[[Any], Any],
    each: int,
) -> tuple[Counter[int], Counter[str]]:
    """How often each status was answered, and what was wrong with the answers, by door and fault.

    `each` is how many right and how many wrong ones are made for every door.
    """
    # Whoever knocks is signed in: the key to the door is no part of what is made up.
    spec["components"].pop("securitySchemes", None)
    for operations in spec["paths"].values():
        for operation in operations.values():
            operation.pop("security", None)
    schema = schemathesis.openapi.from_dict(spec)
    wrong: Counter[str] = Counter()
    statuses: Counter[int] = Counter()
    for found in schema.get_all_operations():
        door: Any = found.ok()  # type: ignore[union-attr]  # ours has no part that is none
        if door.path in KEPT_OUT:
            continue
        for mode in (GenerationMode.POSITIVE, GenerationMode.NEGATIVE):

            @settings(
                max_examples=each,
                deadline=None,
                database=None,
                derandomize=True,
                phases=[Phase.generate],
                suppress_health_check=list(HealthCheck),
            )
            @given(door.as_strategy(generation_mode=mode))
            def knock(case: Any) -> None:
                answer = call(case)
                statuses[answer.status_code] += 1
                try:
                    case.validate_response(answer, excluded_checks=_left_out())
                except BaseExceptionGroup as faults:
                    for fault in faults.exceptions:
                        wrong[f"{case.method} {case.path}: {str(fault)[:300]}"] += 1

            try:
                with warnings.catch_warnings():
                    warnings.simplefilter("ignore")
                    knock()
            except Unsatisfiable:
                # A door that asks for nothing has no wrong question.
                continue
    return statuses, wrong


def _left_out() -> list[Any]:
    return [CHECKS.get_one(name) for name in LEFT_OUT]


def strangers() -> list[Figure]:
    """Twenty thousand made-up requests at a running program, signed in to the demo."""
    with running(PORT) as stack:
        painter = DemoPainter(stack)
        line = requests.Session()
        spec = line.get(f"{stack.address}api/openapi.json", timeout=30).json()

        def call(case: Any) -> requests.Response:
            asked = case.as_transport_kwargs(base_url=stack.address.rstrip("/"))
            asked["cookies"] = None
            asked["headers"] = {**asked["headers"], **{
                name: painter.headers[name] for name in ("Cookie", "X-CSRFToken")
            }}  # fmt: skip
            return line.request(timeout=60, **asked)

        statuses, wrong = knocked(spec, call, EACH)
    for fault, count in wrong.most_common(10):
        sys.stderr.write(f"{count} times: {fault}\n")
    broken = sum(count for status, count in statuses.items() if status >= FIRST_FAULT)
    return [
        Figure("requests that a machine made up from the schema", statuses.total(), ""),
        below("… answered with a fault of ours", broken, "", 1),
        below("… answered otherwise than the schema says", wrong.total(), "", 1),
    ]


SUITES = (strangers,)
