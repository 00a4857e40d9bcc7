"""Harmony: a painting as passages, what the eye will see in it, and one mother colour for it."""
