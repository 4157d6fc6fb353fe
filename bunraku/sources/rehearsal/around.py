"""The words that stand around a subject in what people type: those of frames and of company."""

import re
from collections.abc import Iterable, Sequence
from itertools import product

from bunraku.sources.rehearsal.tongues import Tongue


class Around:
    """What stands before and what after a subject that the world does not know: words of frames and
    fills; before it articles, after it company. A word is known on its own side only, so that book
    binding and kids' yoga are subjects."""

    def __init__(self, spoken: Tongue) -> None:
        self.before, self.after = _words_around(spoken)
        self._articles = spoken.articles
        self._never_first = spoken.question_words | spoken.articles

    def bounds(self, words: Sequence[str]) -> tuple[int, int]:
        """Where the subject begins and ends among the words around it; all of it where nothing else
        is left."""
        low, high = 0, len(words)
        while low < high and words[low] in self.before:
            low += 1
        while high > low and words[high - 1] in self.after:
            high -= 1
        return (0, len(words)) if low == high else (low, high)

    def parted(self, text: str) -> tuple[str, str]:
        """A text's subject, and the words around it."""
        words = text.split()
        low, high = self.bounds(words)
        return " ".join(words[low:high]), " ".join(words[:low] + words[high:])

    def without_article(self, subject: str) -> str:
        """A subject without what it is said with: "the kettle" is kettle."""
        words = subject.split()
        while len(words) > 1 and words[0] in self._articles:
            words.pop(0)
        return " ".join(words)

    def splits(self, words: Sequence[str]) -> Iterable[tuple[str, list[str]]]:
        """A text as a subject and the words around it, the most words around first; at last all of
        it as a subject. No part of it is one that begins as a question or with an article."""
        low, high = self.bounds(words)
        whole = len(words)
        starts = range(low, -1, -1)
        for start, end in product(starts, range(high, whole + 1)):
            if end - start < whole and words[start] in self._never_first:
                continue
            yield " ".join(words[start:end]), [*words[:start], *words[end:]]


def _words_around(spoken: Tongue) -> tuple[frozenset[str], frozenset[str]]:
    before, after = (
        set(spoken.articles),
        {word for noun in spoken.company for word in (noun.word, noun.plural)},
    )
    for frame in spoken.other_frames:
        filled = dict(zip(("{fill}", "{more}"), frame.fills, strict=False))
        left, right = re.split(r"\{[hp]\}", frame.template, maxsplit=1)
        for side, part in ((before, left), (after, right)):
            for word in part.split():
                if word in ("{a}", "{does}"):
                    continue
                if word == "{much}":
                    side.update(("much", "many"))
                    continue
                said = spoken.other_fills[filled[word]] if word in filled else (word,)
                side.update(word for text in said for word in text.split())
    return frozenset(before), frozenset(after)
