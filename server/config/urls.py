"""Addresses: the API, sign-in, and the interface for everything else."""

from django.urls import include, path, re_path

from server.config.api import api
from server.config.web import interface

urlpatterns = [
    path("api/", api.urls),
    path("_allauth/", include("allauth.headless.urls")),
    re_path(r"^(?P<path>(?!api/|_allauth/|assets/|static/).*)$", interface),
]
