"""What the core says of its functions: complete by numpydoc's checks, and its examples run."""

import doctest
import importlib
import inspect
import pkgutil
import unittest
from collections.abc import Iterator
from types import ModuleType

from numpydoc.validate import validate

import mesotint

CHECKED = {
    "GL07": "sections in their order",
    "GL08": "a docstring",
    "PR01": "every parameter told",
    "PR02": "no parameter that is not there",
    "PR03": "parameters in their order",
    "PR04": "a type for each parameter",
    "SS02": "a summary that begins with a capital",
}
ROOMLESS = ("mesotint.commands", "mesotint.cli", "mesotint.__main__")
"""What parses a command line is told by `mesotint --help`."""


def modules() -> Iterator[ModuleType]:
    """Every module of the core that others call."""
    for found in pkgutil.walk_packages(mesotint.__path__, "mesotint."):
        if ".tests" not in found.name and not found.name.startswith(ROOMLESS):
            yield importlib.import_module(found.name)


def functions(module: ModuleType) -> Iterator[str]:
    """Public functions and methods of a module, by their dotted names."""
    for name, found in vars(module).items():
        if name.startswith("_") or getattr(found, "__module__", "") != module.__name__:
            continue
        if inspect.isfunction(found) or hasattr(found, "__wrapped__"):
            yield f"{module.__name__}.{name}"
        elif inspect.isclass(found):
            for method, of in vars(found).items():
                if not method.startswith("_") and (
                    inspect.isfunction(of) or isinstance(of, (staticmethod, classmethod))
                ):
                    yield f"{module.__name__}.{name}.{method}"


class DocstringsTest(unittest.TestCase):
    def test_every_public_function_of_the_core_tells_its_parameters(self) -> None:
        names = [name for module in modules() for name in functions(module)]
        wrong = [
            f"{name}: {code}, {says}"
            for name in names
            for code, says in validate(name)["errors"]
            if code in CHECKED
        ]
        self.assertGreater(len(names), 300)
        self.assertEqual(wrong, [], "\n".join(wrong))

    def test_the_examples_run(self) -> None:
        tried = 0
        for module in modules():
            done = doctest.testmod(module)
            self.assertEqual(done.failed, 0, module.__name__)
            tried += done.attempted
        self.assertGreater(tried, 20)
