"""What the ``mesotint`` command can be asked, in rooms by what it is about."""
