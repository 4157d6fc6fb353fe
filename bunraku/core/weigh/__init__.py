"""Weigh: volume, trend, intent, the results page, difficulty, chance, worth, verdict."""
