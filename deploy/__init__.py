"""How Mesotint is served from several machines, and the proof of it."""
