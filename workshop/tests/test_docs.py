"""What the core says of its functions: sound by numpydoc's checks, shapes of arrays told, and its
examples run."""

import doctest
import importlib
import inspect
import pkgutil
import unittest
from collections.abc import Iterator
from types import ModuleType

from numpydoc.docscrape import get_doc_object
from numpydoc.validate import Validator, validate

import mesotint

CHECKED = {
    "GL07": "sections in their order",
    "GL08": "a docstring",
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


def _documented(name: str) -> dict[str, tuple[str, str]]:
    """Type and description of every parameter that a function's docstring names."""
    return {
        each.strip(): (parameter.type, " ".join(parameter.desc))
        for parameter in Validator(get_doc_object(Validator._load_obj(name))).doc["Parameters"]
        for each in parameter.name.split(",")
    }


class DocstringsTest(unittest.TestCase):
    def test_an_array_has_a_shape_and_what_is_said_of_a_parameter_says_something(self) -> None:
        """A type alone repeats the signature; of an array it is the shape that tells."""
        silent, empty, arrays = [], [], 0
        for name in (name for module in modules() for name in functions(module)):
            documented = _documented(name)
            function = inspect.unwrap(Validator._load_obj(name))
            for parameter in inspect.signature(function).parameters.values():
                hint = str(parameter.annotation)
                # A sequence of arrays is told as what it is a sequence of.
                if hint.startswith(("numpy.ndarray", "typing.Union[collections.abc.Buffer")):
                    arrays += 1
                    kind, says = documented.get(parameter.name, ("", ""))
                    if not any(word in f"{kind} {says}" for word in ("shape", "array")):
                        silent.append(f"{name}: {parameter.name}")
            empty += [
                f"{name}: {parameter}"
                for parameter, (kind, says) in documented.items()
                if not says and "array" not in kind
            ]
        self.assertGreater(arrays, 100)
        self.assertEqual(silent, [], "\n".join(silent))
        self.assertEqual(empty, [], "\n".join(empty))

    def test_every_public_function_of_the_core_is_documented(self) -> None:
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
