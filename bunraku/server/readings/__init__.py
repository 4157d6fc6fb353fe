"""Readings: what sources answered, stored once, dated, never changed; and buying them."""
