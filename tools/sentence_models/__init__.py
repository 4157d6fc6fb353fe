"""Makes the sentence models that ship, out of weights that two packages carry; see README.md."""
