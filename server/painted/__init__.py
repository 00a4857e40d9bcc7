"""Painted sheets: photographed, read back, and what they teach of the tubes."""
