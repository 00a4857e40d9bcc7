"""Instruments as the program meets them, and simulated stand-ins that ship with it."""
