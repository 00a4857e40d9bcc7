"""Kinds of chart: each says what it takes, holds to it, and makes its example."""

import json
import subprocess
import sys
import unittest
from dataclasses import asdict
from pathlib import Path
from tempfile import TemporaryDirectory
from textwrap import dedent
from typing import Any

import numpy as np

from mesotint.errors import InputError
from mesotint.mixing.mixture import Mixture
from mesotint.paints.library import Paint, library
from mesotint.planning.charts import KINDS
from mesotint.planning.charts.kind import Kind
from mesotint.planning.charts.options import (
    MOST_OPENING,
    Count,
    Marks,
    Number,
    Numbers,
    OfEach,
    OneOf,
    Toggle,
    opened,
)
from mesotint.planning.scale import SPACINGS

BOX = [library().paint(key) for key in (
    "PW6", "PY3", "PY43", "PO20", "PR108-light", "PR177", "PV23", "PB29", "PG7", "PBk9",
)]  # fmt: skip


def example(kind: Kind[Any]) -> dict[str, list[Paint]]:
    """What its example puts on each side, from the whole library, each tube once."""
    sides = {}
    for name, side in kind.sides.items():
        tubes: list[Paint] = []
        for place in side.example:
            tubes.append(next(library().paint(key) for key in place
                              if library().paint(key) not in tubes))  # fmt: skip
        sides[name] = tubes
    return sides


class KindsTest(unittest.TestCase):
    def test_each_makes_its_example_as_it_is_mixed(self) -> None:
        for key, kind in KINDS.items():
            chart = kind.chart(example(kind), kind.example, BOX)
            with self.subTest(kind=key):
                self.assertEqual({len(row) for row in chart.rows}, {len(chart.column_labels)})
                self.assertEqual(len(chart.rows), len(chart.row_labels))
                self.assertTrue(chart.title)
                if chart.layers is not None:
                    continue
                for cell in (cell for row in chart.rows for cell in row):
                    mixed = Mixture.of(dict(zip(cell.paints, cell.parts, strict=True))).lab
                    np.testing.assert_allclose(cell.lab, mixed, atol=0.01)

    def test_each_refuses_more_tubes_than_it_takes_and_fewer(self) -> None:
        for key, kind in KINDS.items():
            for name, side in kind.sides.items():
                sides = {**example(kind), name: [BOX[1]] * (side.most + 1)}
                with self.subTest(kind=key, side=name), self.assertRaises(InputError) as raised:
                    kind.chart(sides, {}, BOX)
                self.assertEqual((raised.exception.message, raised.exception.field),
                                 (kind.takes, name))  # fmt: skip
                if side.fewest:
                    with self.assertRaisesRegex(InputError, kind.takes.replace(".", r"\.")):
                        kind.chart({**example(kind), name: []}, {}, BOX)

    def test_what_is_usual_lies_within_what_is_offered(self) -> None:
        for key, kind in KINDS.items():
            usual = asdict(kind.options())
            self.assertEqual(set(usual), set(kind.choices))
            for name, option in kind.choices.items():
                value = usual[name]
                with self.subTest(kind=key, option=name):
                    match option:
                        case Number(optional=True) if value is None:
                            pass
                        case Number() | Count():
                            self.assertTrue(option.least <= value <= option.most)
                        case OneOf():
                            self.assertIn(value, option.words)
                            self.assertLessEqual(set(option.clears), {*kind.sides, *kind.choices})
                        case Toggle():
                            self.assertIn(value, (option.on, option.off))
                        case Numbers():
                            self.assertEqual(value, option.by_length[len(value)])
                            for length, row in option.by_length.items():
                                self.assertEqual(len(row), length)
                                self.assertLessEqual(max(row, default=0), option.most)
                                self.assertGreaterEqual(min(row, default=1), option.least)
                        case OfEach() | Marks():
                            self.assertEqual(value, ())

    def test_what_may_not_be_chosen_is_refused_by_its_name(self) -> None:
        for key, options, says in (
            ("wheel", {"up": True}, "no “up” to choose"),
            ("wheel", {"count": 7}, "6, 12 or 24"),
            ("shades", {"count": 1}, "2 to 11 values"),
            ("shades", {"count": float("nan")}, "2 to 11 values"),
            ("neighbours", {"more": 3.0}, "from 0.01 to 1"),
            ("grid", {"ratio": 900}, "from 0.01 to 100"),
            ("grid", {"order": "values"}, "say value"),
            ("darks", {"most": 4}, "2 or 3"),
            ("browns", {"richer": [1, 2, 30]}, "to 20"),
            ("tints", {"openings": [0, 21]}, "to 20"),
            ("scale", {"steps": 16}, "3 to 15 steps"),
            ("scale", {"hold": 10}, "from 0.5 to 9.5"),
            ("scale", {"pins": [{"place": 3, "share": 2}]}, "from 0 to 1"),
            ("triad", {"picks": [{"point": (1, 0, 0)}] * 31}, "30"),
        ):
            kind = KINDS[key]
            with self.subTest(kind=key, says=says), self.assertRaises(InputError) as raised:
                kind.chart(example(kind), options, BOX)
            self.assertIn(says, raised.exception.message)
            self.assertEqual(raised.exception.field, next(iter(options)))

    def test_each_is_named_and_says_what_there_is_to_choose(self) -> None:
        self.assertEqual(len({kind.title for kind in KINDS.values()}), len(KINDS))
        for kind in KINDS.values():
            for sentence in (kind.question, kind.takes):
                self.assertRegex(sentence, r"^[A-Z].*\.$")
            self.assertIn(kind.goes_on_as, kind.sides)

    def test_a_scale_is_offered_evenly_by_all_that_it_can_be_even_in(self) -> None:
        spacing = KINDS["scale"].choices["spacing"]
        assert isinstance(spacing, OneOf)
        self.assertEqual(set(spacing.words), set(SPACINGS))
        sheet = KINDS["scale"].chart(example(KINDS["scale"]), KINDS["scale"].example, BOX)
        self.assertEqual([len(row) for row in sheet.rows], [9] * 5)

    def test_openings_rise_and_stay_within_what_is_taken(self) -> None:
        rows = opened("columns", (0.0, 4.0, 12.0)).by_length
        self.assertEqual(rows[3], (0.0, 4.0, 12.0))
        self.assertEqual(rows[8][-1], MOST_OPENING)
        self.assertEqual(opened("columns").by_length[8], tuple(range(8)))


THROWAWAY = """
    '''A chart that a test throws in.'''

    from dataclasses import dataclass
    from typing import Annotated, Final

    import numpy as np

    from mesotint.planning.charts.cells import cells_of
    from mesotint.planning.charts.kind import Chart, Inputs, Kind, Side
    from mesotint.planning.charts.options import Number


    @dataclass(frozen=True)
    class Options:
        '''What is chosen.'''

        white: Annotated[float, Number(0, 9, "White", "parts")] = 3.0


    def _chart(inputs: Inputs[Options]) -> Chart:
        paints = [*inputs.mixtures, inputs.viewing.lightener]
        parts = np.array([[1.0, inputs.options.white]])
        return Chart("Thrown in", [cells_of(["one"], paints, parts, inputs.viewing)], ["a"], ["b"])


    KIND: Final = Kind(
        key="throwaway", title="Throwaway", noun="Throwaway", question="Choose one.",
        takes="It takes one.", sides={"mixtures": Side("One", 1, 1)}, options=Options,
        compute=_chart, rank=999,
    )
"""

FOUND = """
    import contextlib, importlib.util, io, json, sys

    spec = importlib.util.find_spec("mesotint.planning.charts")
    spec.submodule_search_locations.append(sys.argv[1])
    package = importlib.util.module_from_spec(spec)
    sys.modules[spec.name] = package
    spec.loader.exec_module(package)

    from mesotint.cli import main

    said = io.StringIO()
    with contextlib.redirect_stdout(said):
        status = main(["throwaway", "PB29", "--white", "2", "--json"])

    import django
    django.setup()
    from pydantic import TypeAdapter, ValidationError
    from server.config.api import api
    from server.config.tables import tables
    from server.scales.chart_requests import AnyChart

    sheets = TypeAdapter(AnyChart)
    tube = {"parts": [{"tube": 1, "parts": 1}]}
    asked = {"kind": "chart", "chart": "throwaway", "mixtures": [tube]}
    try:
        sheets.validate_python({**asked, "up": True})
        refused = ""
    except ValidationError as error:
        refused = str(error)
    print(json.dumps({
        "status": status,
        "command": json.loads(said.getvalue()),
        "schema": sorted(api.get_openapi_schema()["components"]["schemas"]["ThrowawayChartIn"]
                         ["properties"]),
        "request": sheets.validate_python(asked).options,
        "refused": refused,
        "table": tables()["charts"]["throwaway"],
    }))
"""


class ThrowawayTest(unittest.TestCase):
    def test_a_kind_in_one_file_is_at_the_command_at_the_api_and_in_the_browsers_tables(
        self,
    ) -> None:
        with TemporaryDirectory() as folder:
            (Path(folder) / "throwaway.py").write_text(dedent(THROWAWAY))
            done = subprocess.run(
                [sys.executable, "-c", dedent(FOUND), folder],
                capture_output=True,
                text=True,
                check=False,
                env={"DJANGO_SETTINGS_MODULE": "server.config.checked", "PATH": "/usr/bin:/bin"},
            )
        self.assertEqual(done.returncode, 0, done.stderr)
        told = json.loads(done.stdout)
        self.assertEqual(told["status"], 0)
        cell = told["command"]["cells"][0][0]
        self.assertEqual(cell["parts"], {"PB29": 1.0, "PW6": 2.0})
        self.assertLessEqual({"chart", "mixtures", "white", "medium"}, set(told["schema"]))
        self.assertEqual(told["request"], {"white": 3.0})
        self.assertIn("up", told["refused"])
        (option,) = told["table"]["options"]
        self.assertEqual((option["label"], option["most"], option["usual"]), ("White", 9, 3.0))
        self.assertEqual(told["table"]["sides"][0]["label"], "One")
