"""Keywords of the practice world with their signs and, behind them, their results pages."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date

import numpy as np
from numpy.typing import NDArray

from bunraku.core.languages import language_named
from bunraku.core.text import count_tokens
from bunraku.core.weigh.chance import difficulty
from bunraku.core.weigh.difficulty_signs import Signs, beside_usual, signs_of
from bunraku.core.weigh.page import page_facts, strength
from bunraku.core.weigh.phrase_match import how_said
from bunraku.sources.protocol import Request, What
from bunraku.sources.rehearsal import rehearsal_sources

Floats = NDArray[np.float64]

DAY = date(2026, 10, 15)
MOST = 90
"""Keywords of one subject: as many as the first pages of a search box bring."""
PROMPTS = ("best {}", "how to {}", *("{} " + sign for sign in "abcdklmprstw"), "{} for", "{} near")
SOURCES = {source.tells: source for source in rehearsal_sources()}


@dataclass(frozen=True)
class Sample:
    """n keywords of some subjects: signs, strengths of the first ten results (n, 10), difficulty
    and subject of each."""

    signs: Signs
    strengths: Floats
    difficulty: Floats
    subjects: list[str]


def draw(channel: str, subjects: Mapping[str, str]) -> Sample:
    """Keywords of subjects by locale, as gathering them would bring; without those that nobody
    searches for or whose results page is not there."""
    parts = [
        _of_subject(channel, locale, subject)
        for locale, names in subjects.items()
        for subject in names.split(", ")
    ]
    signs = Signs(
        *(
            np.concatenate([getattr(part.signs, name) for part in parts])
            for name in Signs.__annotations__
        )
    )
    return Sample(
        signs,
        np.concatenate([part.strengths for part in parts]),
        np.concatenate([part.difficulty for part in parts]),
        [subject for part in parts for subject in part.subjects],
    )


def _of_subject(channel: str, locale: str, subject: str) -> Sample:
    terms = _completed(channel, locale, subject)

    def ask(what: What) -> Mapping[str, dict[str, object] | None]:
        return SOURCES[what].ask(Request(what, tuple(terms), channel, locale, DAY))

    counts, bands, pages = ask(What.COUNTS), ask(What.BANDS), ask(What.PAGE)
    terms = [term for term in terms if bands[term] and pages[term]]
    language = language_named(locale[:2]).code
    strengths = strength(
        page_facts(
            [
                [
                    (r["standing"], r["pull"], how_said(r["title"], term, language))
                    for r in pages[term]["results"][:10]  # type: ignore[index]
                ]
                for term in terms
            ]
        ),
        channel,
    )
    band = {term: bands[term] or {} for term in terms}

    def of_band(name: str) -> Floats:
        return np.array([float(band[term][name]) for term in terms])  # type: ignore[arg-type]

    middle = np.sqrt(np.maximum(of_band("low"), 1) * of_band("high"))
    told = [counts[term] for term in terms]
    volume = np.array(
        [m if c is None else float(c["monthly"]) for c, m in zip(told, middle, strict=True)]  # type: ignore[arg-type]
    )
    bid = (of_band("cpc_low") + of_band("cpc_high")) / 2
    competition = of_band("ad_competition")
    words = np.array([count_tokens(term) for term in terms])
    signs = signs_of(volume, bid, competition, words, beside_usual(bid, competition))
    return Sample(signs, strengths, difficulty(strengths, channel), [subject] * len(terms))


def _completed(channel: str, locale: str, subject: str) -> list[str]:
    found = dict.fromkeys([subject])
    for prompt in ("{}", *PROMPTS):
        asked = Request(What.COMPLETIONS, (typed := prompt.format(subject),), channel, locale, DAY)
        answer = SOURCES[What.COMPLETIONS].ask(asked)[typed] or {}
        found |= dict.fromkeys(answer["completions"])  # type: ignore[call-overload]
    return list(found)[:MOST]
