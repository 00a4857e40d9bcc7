"""The settings of a version with one migration more."""

from server.config.settings import *  # noqa: F403
from server.config.settings import INSTALLED_APPS

INSTALLED_APPS = [*INSTALLED_APPS, "deploy.tests.later"]
