"""Keeping brand words out: which keywords carry a brand word, and which one."""

from collections.abc import Sequence

from bunraku.core.text import tokens

MIN_JOINED = 5
"""Shortest brand word that is also looked for across a space ("velum scope"): shorter ones would
hit by chance."""


class BrandMatcher:
    """Finds brand words in keywords, whole words only, also written apart or with a possessive.

    Parameters: `words`, brand words as listed by the user; an empty list matches nothing.
    Cost: one dictionary look-up per run of up to `longest` words of a keyword.
    """

    def __init__(self, words: Sequence[str]) -> None:
        self._by_form: dict[str, str] = {}
        self._longest = 1
        for word in words:
            parts = tokens(word)
            if not parts:
                continue
            joined = "".join(parts)
            self._by_form[joined] = word
            # A brand of one word may still be typed as two, so runs one longer are tried.
            self._longest = max(self._longest, len(parts) + 1)
        # What some brand begins with: nearly every word of a text is told by it at once.
        self._begins = {form[:end] for form in self._by_form for end in range(1, len(form) + 1)}

    def find(self, text: str) -> str | None:
        """The first brand word that stands in `text`, or None."""
        if not self._by_form:
            return None
        words = tokens(text)
        if "'" in text:
            words = [word.removesuffix("'s") for word in words]
        if self._begins.isdisjoint(words):
            return None
        for start in range(len(words)):
            joined = ""
            for length, word in enumerate(words[start : start + self._longest], start=1):
                joined += word
                if joined not in self._begins:
                    break
                brand = self._by_form.get(joined)
                if brand and (length == len(tokens(brand)) or len(joined) >= MIN_JOINED):
                    return brand
        return None
