"""The paint library: which paints there are, their optics, and the fit behind the optics."""
