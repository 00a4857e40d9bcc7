"""Kinds found, not listed: every module of a package that says what its kind is."""

from importlib import import_module
from pkgutil import iter_modules
from types import ModuleType
from typing import Any


def kinds_of(package: ModuleType) -> dict[str, Any]:
    """The constants ``KIND`` of a package's modules by their keys, the lowest rank first.

    Parameters
    ----------
    package : module
        Whose modules have a ``KIND`` with a key, a rank and a title, or none.
    """
    names = [f"{package.__name__}.{module.name}" for module in iter_modules(package.__path__)]
    modules = [import_module(name) for name in names]
    kinds = [module.KIND for module in modules if hasattr(module, "KIND")]
    return {kind.key: kind for kind in sorted(kinds, key=lambda kind: (kind.rank, kind.title))}
