"""What the `studio` command does: set up, start, test, measure. Standard library only.

Nothing here may need the virtual environment, which it makes.
"""
