"""Short ways to ask for sheets, for the tests of the scales."""

from typing import Any

from server.painters.models import Painter
from server.painters.tests.studio import StudioTest


class DeskTest(StudioTest):
    """A studio, with words for its tubes."""

    painter: Painter

    def one(self, key: str, parts: float = 1) -> dict[str, Any]:
        """One tube as a mixture."""
        return {"parts": [{"tube": self.tubes[key], "parts": parts}]}

    def mix(self, name: str = "", **parts: float) -> dict[str, Any]:
        """Some tubes as a mixture."""
        amounts = [{"tube": self.tubes[key], "parts": amount} for key, amount in parts.items()]
        return {"parts": amounts, "name": name}

    def scale(self, first: str = "PO20", second: str = "PB29", **more: Any) -> dict[str, Any]:
        """A request for a scale."""
        pair = {"first": self.one(first), "second": self.one(second)}
        return {"kind": "chart", "chart": "scale", **pair, **more}

    def triad(self, *keys: str, **more: Any) -> dict[str, Any]:
        """A request for a triangle."""
        corners = [self.one(key) for key in keys]
        return {"kind": "chart", "chart": "triad", "corners": corners, **more}

    def chart(self, chart: str, *keys: str, **more: Any) -> dict[str, Any]:
        """A request for a chart."""
        mixtures = [self.one(key) for key in keys]
        return {"kind": "chart", "chart": chart, "mixtures": mixtures, **more}

    def sheet(self, request: dict[str, Any], name: str = "Fog bank", **more: Any) -> dict[str, Any]:
        """A sheet to keep."""
        return {"name": name, "request": request, **more}

    def kept(self, request: dict[str, Any], **more: Any) -> Any:
        """A sheet as the server keeps it."""
        status, told = self.send("post", "scales", self.sheet(request, **more))
        self.assertEqual(status, 201, told)
        return told

    def computed(self, what: str, body: dict[str, Any]) -> Any:
        """What the server computes."""
        status, told = self.send("post", f"scales/compute/{what}", body)
        self.assertEqual(status, 200, told)
        return told
