"""How light goes through paint: the wavelength grid, Kubelka–Munk, films and their surface."""
