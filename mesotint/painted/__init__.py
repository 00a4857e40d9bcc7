"""Sheets to paint on: laid out and drawn as PDF, SVG and PNG."""
