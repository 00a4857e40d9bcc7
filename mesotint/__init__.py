"""The core of Mesotint: paint optics, colour, mixing and planning; no web, database or clock."""
