"""Following what is live: publishing, rank checks, the diary, what came of it."""
