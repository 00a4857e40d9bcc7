"""Scales, and amounts a painter can measure."""
