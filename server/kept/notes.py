"""Notes that the stages give out of what happened, for whoever keeps a log above them."""

from django.dispatch import Signal

tube_changed = Signal()
"""A tube's paint is another one now: ``tube_id``, ``painter_id``."""

pile_scooped = Signal()
"""Paint was scooped off a pile for use: ``event`` (a pile's event, which keeps its row), and the
``ledger`` with it."""

tube_calibrated = Signal()
"""A tube was calibrated by readings: ``tube``."""

ticked_off = Signal()
"""Every line of a plan of something kept is done: ``kept``, ``plan``."""

pile_hit = Signal()
"""A pile has come to its target, as near as an eye tells: ``pile``, ``ledger``."""

mixture_noted = Signal()
"""A mixture was noted, or noted ``again``: ``mixture``."""

kept_changed = Signal()
"""A sheet or a painting was kept, new or again: ``kept``."""

restored = Signal()
"""All that is kept was put in from a file, and is not final yet: whoever hears this reads its own
rows as it will later, and raises whatever it meets in one that cannot be read."""
