"""Search intent: what the searcher wants, as probabilities, with the evidence that decided."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.special import expit, softmax

from bunraku.core.text import tokens
from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.core.weigh.intent_cues import FEATURE_CUES, Cue, cues_of
from bunraku.core.weigh.intent_model import LOCAL
from bunraku.core.weigh.intent_models import intent_model
from bunraku.core.weigh.intent_words import LONGEST_NAME

Floats = NDArray[np.float64]

SPEAKS = 0.3
"""Log-odds from which a word is said to speak for an intent: less is no evidence."""


@dataclass(frozen=True)
class Names:
    """Words of a project: its own brands, its rivals', its places."""

    own: Sequence[str] = ()
    rivals: Sequence[str] = ()
    places: Sequence[str] = ()


@dataclass(frozen=True)
class Intents:
    """For n keywords: probabilities (n, 4) in the order of `INTENTS` and probability of local
    (n,)."""

    probability: Floats
    local: Floats

    def names(self) -> list[str]:
        """The likeliest intent of each keyword."""
        return [INTENTS[index] for index in self.probability.argmax(axis=1)]


NOBODY = Names()


def read_intents(
    texts: Sequence[str],
    features: Sequence[Sequence[str]],
    language: str,
    names: Names = NOBODY,
) -> Intents:
    """Search intent: informational, navigational, commercial or transactional; local as a mark
    beside any.

    Parameters: `texts`, n keywords (of a variant family the same text for all, so that its members
    never differ by their words); `features`, for each the features of its results page, empty where
    no page was read; `language`, two letters (English where a language has no labelled phrases);
    `names` of the project. Returns: `Intents`. Formula: log-odds of a logistic regression on words,
    pieces of words, neighbours and word meaning, learned from the labelled phrases, plus those of
    the page's features; softmax for the intents, logistic for local; a named place gives local odds
    of at least `NAMED_PLACE`. Raises: `ValueError` when texts and features differ in number. Cost:
    linear in words, 100,000 in about a second. Source: `languages/PHRASES.md` for what is meant by
    each; macro-F1 on subjects left out is tested to be 0.85 or more, of bare words in -ing 0.65."""
    if len(texts) != len(features):
        raise ValueError("one list of features for each text")
    odds = intent_model(language).read(texts, names.places, [*names.own, *names.rivals])
    for row, shown in enumerate(features):
        for name in shown:
            cue = FEATURE_CUES.get(name)
            if cue is not None:
                odds[row] += cue.odds
    return Intents(
        probability=softmax(odds[:, :LOCAL], axis=1) if len(texts) else odds[:, :LOCAL],
        local=expit(odds[:, LOCAL]),
    )


def _holding(texts: Sequence[str], names: Sequence[str]) -> list[int]:
    """Which texts hold one of some names, word for word."""
    wanted = {" ".join(tokens(name)) for name in names} - {""}
    begins = {name.split()[0] for name in wanted}
    return [
        row
        for row, text in enumerate(texts)
        if not begins.isdisjoint(words := tokens(text)) and not wanted.isdisjoint(_runs(words))
    ]


def _runs(words: list[str]) -> list[str]:
    return [
        " ".join(words[start : start + length])
        for start in range(len(words))
        for length in range(1, min(LONGEST_NAME, len(words) - start) + 1)
    ]


def explain_intent(
    text: str, features: Sequence[str], language: str, names: Names = NOBODY
) -> list[str]:
    """Why a keyword is read as it is, as clauses for people, the page's first.

    Parameters: as `read_intents`, of one keyword. Returns: what of page and words speaks for the
    intent that was read or for local; else the word that speaks for it most; at least one clause.
    Raises: nothing."""
    read = read_intents([text], [features], language, names)
    winner, local = int(read.probability[0].argmax()), read.local[0] > 0.5
    runs = set(_runs(tokens(text)))
    told = [FEATURE_CUES[name].says for name in features if _for(FEATURE_CUES.get(name), winner)]
    for words, says, place in (
        (names.own, "names your brand", False),
        (names.rivals, "names a competitor's brand", False),
        (names.places, "names a place", True),
    ):
        if (local if place else winner == INTENTS.index("navigational")) and _holding(
            [text], words
        ):
            told.append(says)
    for cue, said in cues_of(language):
        opens = not cue.only_first or text.casefold().startswith(said)
        if opens and not runs.isdisjoint(said) and (_for(cue, winner) or (local and cue.local)):
            told.append(cue.says)
    return list(dict.fromkeys(told)) or [_loudest_word(text, winner, language)]


def _for(cue: Cue | None, winner: int) -> bool:
    return cue is not None and cue.weights[winner] > SPEAKS


def _loudest_word(text: str, winner: int, language: str) -> str:
    model = intent_model(language)
    pulls = []
    for word in tokens(text):
        odds = model.says_of(word)[:LOCAL]
        pulls.append((float(odds[winner] - np.delete(odds, winner).mean()), word))
    strongest = max(pulls, default=(0.0, ""))
    if strongest[0] < SPEAKS:
        return "no word decides: this is how such short phrases are mostly meant"
    return f"“{strongest[1]}” speaks for it"
