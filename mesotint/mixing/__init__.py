"""Mixtures of paints and the trails between them."""
