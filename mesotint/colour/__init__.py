"""Colour as an eye sees it: colorimetry, Munsell, differences, and painters' words."""
