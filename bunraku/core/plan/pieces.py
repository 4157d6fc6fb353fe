"""What kind of piece a cluster asks for, where it would go and how long it takes."""

import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

from bunraku.core.text.frames import is_frame
from bunraku.core.text.german_nouns import with_nouns
from bunraku.core.text.tokens import content_stems, tokens


@dataclass(frozen=True)
class Kind:
    """A kind of piece: id, name, channel it stands on, hours it takes and weeks from start to
    publishing."""

    id: str
    name: str
    channel: str
    hours: float
    weeks: int


KINDS: dict[str, Kind] = {
    kind.id: kind
    for kind in (
        # Hours from what practitioners say: a video is a day's work, an article half a day.
        Kind("article", "Article", "web", 5, 2),
        Kind("guide", "Buying guide", "web", 7, 3),
        Kind("landing", "Landing page", "web", 4, 2),
        Kind("location", "Location page", "web", 3, 1),
        Kind("home", "Home page", "web", 6, 2),
        Kind("video", "Video", "video", 8, 2),
        Kind("listing", "Listing", "marketplace", 2, 1),
    )
}


@dataclass(frozen=True)
class Suggestion:
    """A kind of piece and the reason for it."""

    kind: str
    because: str


def suggest_kind(
    channel: str,
    intents: Sequence[str],
    local_share: float,
    features: Sequence[str],
    places_named: int,
) -> Suggestion:
    """What kind of piece serves a cluster.

    Parameters: `channel`; `intents` of the members; `local_share` 0-1, members that are local;
    `features` seen on the members' pages, one entry a page and feature; `places_named`, members
    that name a place of the project. Returns: the kind and why. Video and marketplace have one kind
    each. On the web: a named place asks for a location page; a map or many local members for a
    landing page; buying members for a landing page, comparing ones for a buying guide; all others
    for an article. Raises: nothing.
    """
    if channel == "video":
        return Suggestion("video", "it is for a video channel")
    if channel == "marketplace":
        return Suggestion("listing", "it is for a shop")
    shown = Counter(features)
    main = Counter(intents).most_common(1)[0][0] if intents else "informational"
    half = max(len(intents), 1) / 2
    if places_named >= half:
        return Suggestion("location", "most of its keywords name a place")
    if shown["map"] > half:
        return Suggestion("landing", "searchers look nearby: the results show a map")
    if local_share >= 0.5:
        return Suggestion("landing", "searchers look nearby, by its keywords")
    if main == "transactional":
        return Suggestion("landing", "searchers are ready to spend")
    if main == "commercial":
        return Suggestion("guide", "searchers compare before they buy")
    return Suggestion("article", "searchers want to know")


HOME_FIT = 0.97
"""How well the home page's phrase must fit, beside that which fits best."""
HOME_AMONG = 5
"""Pieces of one outlet from which one of them may be its home page: of fewer it is not told what is
hard and what is worth it."""


def home_page(
    phrases: Sequence[str],
    about: str,
    language: str,
    kinds: Sequence[str],
    worth: Sequence[float | None],
    difficulty: Sequence[float | None],
    fit: Sequence[float],
) -> int | None:
    """Which of an outlet's new pieces should be its home page: the strongest page there is takes
    the hardest phrase that is worth it.

    Parameters: `phrases`, the main keyword of each; what the project is `about`, and its language;
    `kinds`, `worth` a month, `difficulty` and `fit` (0-1) of each. Returns: the place of one, or
    None. Of landing pages whose worth is not below the middle of all known, that fit about as well
    as any, are said in words of what all of it is about alone (besides one frame word) and name no
    figure (a price, a size: that is for a page of its own), the hardest; of equal ones that of more
    worth. None where there are fewer than `HOME_AMONG` pieces or nothing is known. Raises: nothing.
    Cost: linear but for the middle."""
    known = [value for value in worth if value]
    if len(kinds) < HOME_AMONG or not known:
        return None
    middle = median(known)
    subject = set(content_stems(about, language))
    worthwhile = [
        (hard, value, -place)
        for place, (phrase, kind, value, hard, fits) in enumerate(
            zip(phrases, kinds, worth, difficulty, fit, strict=True)
        )
        if kind == "landing"
        and not any(sign.isdigit() for sign in phrase)
        and (not subject or _within(phrase, subject, language))
        and value
        and value >= middle
        and hard is not None
        # The home page is about what all of it is about.
        and fits >= HOME_FIT * max(fit)
    ]
    return -max(worthwhile)[2] if worthwhile else None


def _within(phrase: str, subject: set[str], language: str) -> bool:
    """Whether a phrase names the subject and nothing beside it: "dog grooming near me", but not
    "dog grooming table", of which there is more to say elsewhere, nor "dog grooming kit cheap":
    who says more than one thing about it wants that."""
    named = [word for word in tokens(phrase) if not is_frame(word, language)]
    stems = content_stems(" ".join(named), language)
    around = len(set(content_stems(phrase, language))) - len(set(stems))
    return bool(stems) and subject.issuperset(stems) and around <= 1


def title_from(
    keyword: str, places: Sequence[str] = (), language: str = "", about: str = ""
) -> str:
    """A working title from the lead keyword: its first letter a capital, places of the project as
    they are written, in English whoever asks ("what do I need"), in German what is surely a noun,
    as are those of what the project is `about`; nothing else touched."""
    for place in places:
        keyword = re.sub(
            rf"\b{re.escape(place)}\b", place.replace("\\", ""), keyword, flags=re.IGNORECASE
        )
    if language == "en":
        keyword = re.sub(r"(?<![\w-])i(?=$|\s|['’](?:m|ve|ll|d)\b)", "I", keyword)
    if language == "de":
        keyword = with_nouns(keyword, [about])
    return keyword[:1].upper() + keyword[1:]
