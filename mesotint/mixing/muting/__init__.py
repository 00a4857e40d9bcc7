"""What mutes a colour: trails toward a partner, triads, partners in order, and the schools."""
