"""Long work: jobs with progress, cost, stop and restart."""
