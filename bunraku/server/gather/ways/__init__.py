"""The ways in: what each asks, of whom, and the runs that go them."""
