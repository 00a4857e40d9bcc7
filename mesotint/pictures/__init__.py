"""Pictures: taken in safely, their light set right by a card, and colours read off them."""
