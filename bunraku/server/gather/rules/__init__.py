"""Rules that leave keywords out: by words, brands, patterns, lengths, language, relevance."""
