"""Addresses: the API, sign-in, and the interface for everything else."""

from django.urls import include, path, re_path

from server.config.api import api
from server.config.health import alive, metrics, ready
from server.config.web import interface
from server.devices.api import authority

handler400 = "server.config.problems.bad_request"
handler403 = "server.config.problems.not_allowed"
handler404 = "server.config.problems.not_found"
handler500 = "server.config.problems.last_resort"

urlpatterns = [
    path("api/", api.urls),
    path("healthz", alive),
    path("readyz", ready),
    path("metrics", metrics),
    path("trust/mesotint-studio.crt", authority),
    path("_allauth/", include("allauth.headless.urls")),
    re_path(r"^(?P<path>(?!api/|_allauth/|assets/|static/).*)$", interface),
]
