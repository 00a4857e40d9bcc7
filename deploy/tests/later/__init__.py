"""A later version of Mesotint, for a rolling restart: one migration more than there is."""
