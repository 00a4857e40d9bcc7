"""The application gunicorn serves. The core's tables are read once, before workers are forked."""

import gc
import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
application = get_wsgi_application()

from mesotint.mixing.muting.partners import partners  # noqa: E402 - after Django is set up
from mesotint.paints.library import library  # noqa: E402
from server.tubes.services import chips  # noqa: E402

# The tables of colours, words and chips are read by using them once; the workers inherit them.
chips()
first, *others = list(library().paints.values())[:3]
partners(first, others)

# What is loaded by now stays. Left to itself the collector would walk through all of it every few
# requests, for a tenth of a second each time.
gc.collect()
gc.freeze()
