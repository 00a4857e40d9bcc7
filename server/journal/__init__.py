"""The journal: what was really mixed, found by looking, mixed again, and what it teaches."""
