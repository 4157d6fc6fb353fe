"""Following what is live: checks, before and after a change, what is learned, what to do next."""
