"""The application gunicorn serves. The core's tables are read once, before workers are forked."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
application = get_wsgi_application()

from mesotint.paints.library import library  # noqa: E402 - after Django is set up

library()
