"""The kinds of sheets: what each is computed by."""

from server.painters.models import Painter
from server.scales import chart, scale, triangle
from server.scales.made import Made
from server.scales.requests import ChartIn, ScaleIn, TriangleIn

AnyRequest = ScaleIn | TriangleIn | ChartIn


def compute(painter: Painter, asked: AnyRequest) -> Made:
    """The patches of any sheet."""
    match asked:
        case ScaleIn():
            return scale.compute(painter, asked).made
        case TriangleIn():
            return triangle.compute(painter, asked).made
        case ChartIn():
            return chart.compute(painter, asked).made
