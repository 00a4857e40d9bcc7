"""The map of the tree against the tree."""

import re
import unittest

from workshop.console import ROOT

ROOTS = (ROOT / "mesotint", ROOT / "server", ROOT / "web" / "src")
NO_ROOM = {"tests", "testing", "data", "migrations", "management", "__pycache__"}


def rows() -> list[list[list[str]]]:
    """Of every row of the map, the paths in its columns for core, server and browser."""
    lines = (ROOT / "docs" / "map.md").read_text(encoding="utf-8").splitlines()
    cells = [line.strip("|").split("|") for line in lines if line.startswith("| ")]
    told = [[re.findall(r"`([^`]+)`", cell) for cell in row[1:]] for row in cells]
    return [row for row in told if any(row)]


class MapTest(unittest.TestCase):
    def test_all_that_the_map_names_is_there(self) -> None:
        gone = [
            f"{root.name}/{path}"
            for row in rows()
            for root, paths in zip(ROOTS, row, strict=True)
            for path in paths
            if not (root / path).exists()
        ]
        self.assertGreater(len(rows()), 40)
        self.assertEqual(gone, [])

    def test_every_room_of_the_tree_is_on_the_map(self) -> None:
        for at, root in enumerate(ROOTS):
            named = {path.split("/")[0] for row in rows() for path in row[at]}
            rooms = {each.name for each in root.iterdir() if each.is_dir()} - NO_ROOM
            self.assertEqual(rooms - named, set(), root.name)
