"""The eye and the hand: what a painter tends to do, and what trains it."""
