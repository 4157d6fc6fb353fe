"""Every query that a tongue's frames make of its heads, with its demand: the truth of one locale,
as arrays."""

import hashlib
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from itertools import pairwise, product
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtri

from bunraku.sources.rehearsal.channels import drawn_of
from bunraku.sources.rehearsal.dice import roll
from bunraku.sources.rehearsal.tongues import Frame, Head, Tongue

FRAME_SHARE = 2.2
"""Scales what all frames together draw on a head, so that its long tail outweighs the bare word."""
PAIR_SHARE = 0.3
"""Share of other heads of the same kind that a head is asked about together with."""
MOST_PAIRS = 40
"""Other heads that one head is asked about together with, so that large subjects stay in bounds."""
RAREST_PAIR = 7
"""Two fills are put together as far as their ranks add up to this: the rare with the rare is asked
by nobody."""
TYPO_SHARE = 0.035
"""Share of a query's searches that are misspelt."""
SWAP_SHARE = 0.05
"""Share that has two words the other way round."""
SPELLING_SHARE = 0.2
"""Share that writes two words as one, at most."""
CROWD_FROM, CROWD_POWER = 60.0, 0.1
"""Searches a month from which a click is dearer than its subject's, and how fast that grows."""
ONCE: tuple[tuple[int, ...], ...] = ((),)
"""The one way to fill a frame that has nothing to fill."""
SMALL_WORDS = frozenset(["a", "an", "do", "does"])
"""Words that a frame has by what its head is."""
BUYING = ("price", "shop", "set", "gift")


class Draft(NamedTuple):
    """A query before its dice fall: the text, whose it is, its facet, and the demand its frame
    draws on each channel."""

    text: str
    head: Head
    facet: str
    base: tuple[float, float, float]
    noise: float


@dataclass(frozen=True)
class Truth:
    """Queries of one locale as columns, in order of text. `demand` is (n, channels): searches a
    month on each."""

    texts: list[str]
    heads: list[Head]
    facets: list[str]
    demand: NDArray[np.float32]
    growth: NDArray[np.float32]
    cpc: NDArray[np.float32]


def make_truth(tongue: Tongue) -> Truth:
    """All queries of a tongue's own subject, slips of the hand with them."""
    return _cast(
        [
            draft
            for head in tongue.heads
            for draft in _with_slips(_drafts(head, tongue.heads, tongue.frames, tongue.fills))
        ]
    )


def make_truth_elsewhere(
    tongue: Tongue, company: tuple[Head, ...], *, only: str = "", facet: str = "", fills: int = 0
) -> Truth:
    """All queries around the heads of a subject that the world was not made for; with `only`, no
    more than the one of that text, if any frame makes it; with `facet`, no others than those of a
    facet of that kind; with `fills`, no more than so many of each list of them."""
    filled = tongue.other_fills
    if fills:
        filled = {name: words[:fills] for name, words in filled.items()}
    kind = facet.split(":")[0]
    frames = tongue.other_frames
    if kind:
        frames = _frames_by_facet(frames).get(kind, ())
    filled = tongue.other_fills
    if fills:
        filled = {name: words[:fills] for name, words in filled.items()}
    return _cast(
        [draft for head in company for draft in _drafts(head, company, frames, filled, only=only)]
    )


_BY_FACET: dict[int, dict[str, tuple[Frame, ...]]] = {}


def _frames_by_facet(frames: tuple[Frame, ...]) -> dict[str, tuple[Frame, ...]]:
    """Frames by the kind of their facet; told apart by which tuple they are, for a tongue keeps its
    own as long as the process lives."""
    if id(frames) not in _BY_FACET:
        by_facet: dict[str, list[Frame]] = {}
        for frame in frames:
            by_facet.setdefault(frame.facet.split(":")[0], []).append(frame)
        _BY_FACET[id(frames)] = {kind: tuple(some) for kind, some in by_facet.items()}
    return _BY_FACET[id(frames)]


def _cast(drafts: list[Draft]) -> Truth:
    """The dice fall for drafts. Where two frames make one text, the one with more demand stands."""
    dice = _dice([draft.text for draft in drafts])
    base = np.array([draft.base for draft in drafts]).reshape(-1, 3)
    noise = np.array([draft.noise for draft in drafts])
    demand = base * np.exp(noise * dice[:, 0])[:, None] * np.exp(0.3 * dice[:, 1:4])
    growth = np.array([draft.head.growth for draft in drafts]) + 0.05 * dice[:, 4]
    buying = np.array(
        [1.5 if d.facet in BUYING or d.facet.startswith("local") else 1.0 for d in drafts]
    )
    # Advertisers bid each other up where there is much to be had.
    crowd = np.clip(np.maximum(base[:, 0], 1e-3) / CROWD_FROM, 1e-3, 1e4) ** CROWD_POWER
    own = np.array([draft.head.cpc for draft in drafts])
    cpc = own * buying * np.minimum(crowd, 2.5) * np.exp(0.3 * dice[:, 5])
    best: dict[str, int] = {}
    total = demand.sum(axis=1)
    for number in np.argsort(-total, kind="stable").tolist():
        best.setdefault(drafts[number].text, number)
    order = [best[text] for text in sorted(best)]
    kept = [drafts[number] for number in order]
    return Truth(
        texts=[draft.text for draft in kept],
        heads=[draft.head for draft in kept],
        facets=[draft.facet for draft in kept],
        demand=drawn_of(demand[order]).astype(np.float32),
        growth=growth[order].astype(np.float32),
        cpc=cpc[order].astype(np.float32),
    )


def _dice(texts: list[str]) -> NDArray[np.float64]:
    """Six standard normal numbers a text that depend on nothing else."""
    digests = b"".join(hashlib.blake2b(text.encode(), digest_size=48).digest() for text in texts)
    whole = np.frombuffer(digests, dtype="<u8").reshape(-1, 6)
    return np.asarray(ndtri((whole + 0.5) / 2.0**64), dtype=np.float64)


def _drafts(
    head: Head,
    company: tuple[Head, ...],
    frames: tuple[Frame, ...],
    fills: Mapping[str, tuple[str, ...]],
    *,
    only: str = "",
) -> list[Draft]:
    drafts: list[Draft] = []
    wanted = frozenset(only.split())
    beside = wanted - frozenset(head.name.split()), wanted - frozenset(head.plural.split())
    for frame in frames:
        if frame.kinds != ("*",) and head.kind not in frame.kinds:
            continue
        if not only or _may_make(frame, beside["{p}" in frame.template]):
            drafts += _fill_frame(head, frame, company, fills, only)
    return drafts


def _may_make(frame: Frame, beside: frozenset[str]) -> bool:
    """Whether a frame may make a text that has these words beside those of the head."""
    own = _own_words(frame.template)
    return own <= beside and (bool(frame.fills) or beside - own <= SMALL_WORDS)


def _with_slips(drafts: list[Draft]) -> list[Draft]:
    return [*drafts, *(slip for draft in drafts[:12] for slip in _slips(draft))]


@cache
def _own_words(template: str) -> frozenset[str]:
    """The words of a template that stand in each text made by it."""
    return frozenset(word for word in template.split() if "{" not in word)


def _fill_frame(
    head: Head,
    frame: Frame,
    company: tuple[Head, ...],
    fills: Mapping[str, tuple[str, ...]],
    only: str,
) -> list[Draft]:
    lists = [fills[name] for name in frame.fills]
    if "{o}" in frame.template:
        same_kind = [o for o in company if o.kind == head.kind and o.name != head.name][:MOST_PAIRS]
        lists = [tuple(o.name for o in same_kind if roll("pair", head.name, o.name) < PAIR_SHARE)]
    drafts = []
    article = _article(head.name)
    several = head.name.endswith("s") and not head.name.endswith("ss")
    does, much = ("do", "many") if several else ("does", "much")
    for places in product(*(range(len(words)) for words in lists)) if lists else ONCE:
        if len(places) > 1 and sum(places) > RAREST_PAIR:
            continue
        fill = lists[0][places[0]] if places else ""
        more = lists[1][places[1]] if len(places) > 1 else ""
        text = frame.template.format(
            h=head.name,
            p=head.plural,
            a=article,
            does=does,
            much=much,
            fill=fill,
            more=more,
            o=fill,
        )
        if (only and text != only) or _stammers(text):
            continue
        facet = frame.facet.format(fill=fill, more=more) if places else frame.facet
        if facet == "compare":
            facet = f"compare:{min(head.about, fill)}:{max(head.about, fill)}"
        # Zipf within a list of fills, and a broad spread between any two queries.
        general = facet == "general"
        share = 1.0 if general else FRAME_SHARE
        for place in places:
            share /= (1 + place) ** 0.8
        web, video, market = frame.factors
        drawn = (
            head.web * web * share,
            head.video * video * share,
            head.marketplace * market * share,
        )
        drafts.append(Draft(text, head, facet, drawn, 0.2 if general else 0.75))
    return drafts


def _article(name: str) -> str:
    return "an" if name[:1] in "aeiou" else "a"


def _stammers(text: str) -> bool:
    words = text.split()
    different = len(set(words))
    if different == len(words):
        return False
    return different < len(words) - 1 or any(a == b for a, b in pairwise(words))


def _slips(draft: Draft) -> list[Draft]:
    """How people get a much-asked query wrong, or write it another way: a letter lost, two words
    swapped, one word for two."""
    if draft.noise > 0.5 and sum(draft.base) < 40:
        return []
    words = draft.text.split()
    longest = max(range(len(words)), key=lambda n: len(words[n]))
    slips: list[tuple[str, float]] = []
    word = words[longest]
    if len(word) > 6 and word.isascii() and word.isalpha():
        place = 2 + int(roll("slip", draft.text) * (len(word) - 4))
        slips.append((_with(words, longest, word[:place] + word[place + 1 :]), TYPO_SHARE))
        slips.append(
            (
                _with(
                    words,
                    longest,
                    word[: place - 1] + word[place] + word[place - 1] + word[place + 1 :],
                ),
                0.02,
            )
        )
    if len(words) == 2:
        slips.append((f"{words[1]} {words[0]}", SWAP_SHARE))
        slips.append(("-".join(words), SPELLING_SHARE / 3))
        if roll("joined", draft.text) < 0.5:
            slips.append(("".join(words), SPELLING_SHARE * roll("joined share", draft.text)))
    return [
        Draft(
            text,
            draft.head,
            draft.facet,
            (draft.base[0] * s, draft.base[1] * s, draft.base[2] * s),
            0.75,
        )
        for text, s in slips
        if text != draft.text
    ]


def _with(words: list[str], place: int, word: str) -> str:
    return " ".join([*words[:place], word, *words[place + 1 :]])
