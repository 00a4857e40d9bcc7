"""The API assembled from the stages of the work."""

from typing import Any

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema
from ninja.security import django_auth

from server.config.problems import PROBLEM, Problem, QuickRenderer, StrictParser, register
from server.demo.api import router as demo
from server.devices.api import router as devices
from server.journal.api import router as journal
from server.kept.api import router as kept
from server.mixtures.api import router as mixtures
from server.painted.api import router as painted
from server.painters.api import router as painters
from server.paintings.api import router as paintings
from server.piles.api import router as piles
from server.practice.api import router as practice
from server.scales.api import router as scales
from server.tubes.api import router as tubes


class Api(NinjaAPI):
    """An API whose every answer that is no success is told as a problem, in its schema too."""

    def get_openapi_schema(self, *args: Any, **kwargs: Any) -> OpenAPISchema:
        """The schema of the API (OpenAPI 3.1)."""
        schema = super().get_openapi_schema(*args, **kwargs)
        schema["components"]["schemas"]["Problem"] = Problem.model_json_schema()
        for operations in schema["paths"].values():
            for operation in operations.values():
                operation["responses"]["default"] = PROBLEM
        return schema


api = Api(
    title="Mesotint",
    version="0.1.0",
    auth=django_auth,
    parser=StrictParser(),
    renderer=QuickRenderer(),
    docs_url=None,
)
register(api)
api.add_router("", painters)
api.add_router("", kept)
api.add_router("", devices)
api.add_router("", demo)
api.add_router("", tubes)
api.add_router("", mixtures)
api.add_router("/scales", scales)
api.add_router("", piles)
api.add_router("/paintings", paintings)
api.add_router("/journal", journal)
api.add_router("/painted", painted)
api.add_router("/practice", practice)
