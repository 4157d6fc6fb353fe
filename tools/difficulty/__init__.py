"""What keywords without a results page tell of how hard they are, learned in the practice world."""
