"""Measurements of what was promised, printed side by side. They are no tests: nothing fails."""
