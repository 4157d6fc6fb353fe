"""Plan: pieces, who owns a keyword, when to publish, and which pieces fit the hours."""
