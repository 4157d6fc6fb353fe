"""What is too long for every day: tests on other days, a storm of kills, hours at many keywords."""
