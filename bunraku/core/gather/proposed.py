"""Seeds proposed from what a project says of itself, so that nobody begins at an empty box."""

import re
from collections.abc import Sequence
from dataclasses import dataclass

from bunraku.core.gather.named_places import named_places, place_like
from bunraku.core.gather.proposed_words import (
    AND,
    ARTICLES,
    BESIDE,
    FOR,
    I_OR_WE,
    MADE,
    MADE_OF_IT,
    OF_ONESELF,
    PARTICLES,
    PEOPLE,
    SAID_OF_US,
    SAYS_LITTLE,
    SERVICES,
    TAUGHT,
    read_in,
)
from bunraku.core.languages import asked_in
from bunraku.core.text import BadKeyword, clean_keyword, identity_key
from bunraku.core.text.frames import is_frame
from bunraku.core.text.tokens import stems

MOST = 4
"""Seeds proposed: two or three is what one begins with."""
LONGEST = 4
"""Words of a seed: what is longer is a sentence, not what people search for."""
_BREAK = re.compile(r"[,.;:!?()\"“”\n/–—]+| [-&] ")


@dataclass
class _Run:
    """Words that name something together: behind which joining word, whether somebody says "I" or
    "we" right before it, and whether it goes on with an "and"."""

    words: list[str]
    after: str = ""
    ours: bool = False
    goes_on: bool = False


def propose_seeds(about: str, language: str, known: Sequence[str] = ()) -> list[str]:
    """Phrases of what a project says of itself that people may search for.

    Parameters: `about`, sentences; `language`, two letters: what they are read in unless their
    small words are plainly another's (an unknown one has the English words); `known`, texts not to
    be proposed: the project's places and brands. Returns: at most `MOST`
    phrases of up to `LONGEST` words in the order they stand, each once whether singular or plural:
    runs of words that name something, between punctuation, joining words and what one says of
    oneself; in English what says how or where only where nothing else is said, and no place that
    is served. Raises: nothing."""
    language = read_in(about, language)
    english = asked_in(language).code == "en"
    places = named_places(about, language)
    left_out = {identity_key(text) for text in [*known, *places]}
    found: dict[tuple[str, ...], tuple[str, bool]] = {}
    verbs = False
    for part in _BREAK.split(about):
        runs = _runs(part.split(), language, verbs)
        verbs = bool(runs) and runs[-1].ours and len(runs[-1].words) == 1
        for run in _english(runs) if english else runs:
            text = " ".join(run.words[-LONGEST:])
            try:
                key = identity_key(clean_keyword(text))
            except BadKeyword:
                continue
            if key in left_out or all(is_frame(w.casefold(), language) for w in run.words):
                continue
            beside = english and _says_little(run, left_out)
            found.setdefault(tuple(sorted(stems(key, language))), (text, beside))
    texts = [text for text, beside in found.values() if not beside]
    return [_plain(text) for text in texts or [text for text, _ in found.values()]][:MOST]


def _bare(word: str) -> str:
    return word.replace("’", "'").strip("'").casefold()


def _runs(words: Sequence[str], language: str, verbs: bool = False) -> list[_Run]:
    """The runs of words of a part; `verbs` where it goes on with what "we" do, as in "we wash, iron
    and mend shirts"."""
    joins, mine = asked_in(language).joins, asked_in(language).about_me
    runs = [_Run([], ours=verbs)]
    taught, before = False, ""
    for number, word in enumerate(words):
        bare, now = _bare(word), runs[-1]
        follows = _bare(words[number + 1]) if number + 1 < len(words) else ""
        if taught and bare in PEOPLE:
            continue
        taught = bare in TAUGHT
        if bare in joins:
            goes_on = bare in AND and bool(now.words)
            after = now.after if goes_on and not _for_people(now) else bare
            ours = now.ours if goes_on else bare == "to" and before in mine
            runs.append(_Run([], after, ours, goes_on))
        elif bare in mine and not _names_here(bare, before, now, follows, joins | mine):
            # "in the Dales" stands behind "in", with the article between.
            after = now.after if not now.words and bare in ARTICLES else ""
            runs.append(_Run([], after, bare in I_OR_WE))
        else:
            now.words.append(word)
        before = bare
    return [run for run in runs if run.words]


def _names_here(bare: str, before: str, now: _Run, follows: str, small: frozenset[str]) -> bool:
    """Whether a word that mostly speaks of oneself names something where it stands: "work boots",
    "soap making classes"."""
    if bare == "work":
        return before not in {*I_OR_WE, "to", "who", "you", "they"} and follows not in {"", *small}
    named = [word for word in now.words if _bare(word) not in OF_ONESELF]
    return bare in MADE and bool(named) and (follows in SAYS_LITTLE or follows in {"", *small})


def _english(runs: Sequence[_Run]) -> list[_Run]:
    """Runs without what one runs, services as they are searched for, and one thing said for another
    together with it: "toys for cats"."""
    out: list[_Run] = []
    waiting = doing = ""
    for run in runs:
        first = run.words[0].casefold()
        if len(run.words) == 1 and first in SERVICES and run is not runs[-1]:
            # "Repair and sell pens": what is done stands apart from the things.
            waiting = first
            continue
        does = first in SERVICES or (run.ours and first in SAID_OF_US)
        if waiting and run.words[-1].endswith("s"):
            things = run.words[1:] if does and len(run.words) > 1 else run.words
            out.append(_Run(_as_service([waiting, *things], run.ours)))
        waiting = ""
        words = _without_own(run.words)
        # "We clean windows and gutters": the same is done to both.
        if doing and run.goes_on and not does and words and words[-1].endswith("s"):
            words = _as_service([doing, *words], run.ours)
        else:
            words = _as_service(words, run.ours, run.goes_on)
            doing = first if does and words[1:] and words[-1] != run.words[-1] else ""
        # Without anything it is done to, what "we" do is no seed.
        run.ours = run.ours and len(run.words) == 1 and words == run.words
        run.words = words
        if not words:
            continue
        if out and _one_for_another(out[-1], run):
            out[-1].words += [run.after, *words]
        else:
            out.append(run)
    return out


def _for_people(run: _Run) -> bool:
    """Whether a run says who something is for: what stands behind its "and" is for nobody."""
    words = [_bare(word) for word in run.words]
    return run.after in FOR and all(word in PEOPLE or is_frame(word, "en") for word in words)


def _one_for_another(first: _Run, second: _Run) -> bool:
    return (
        second.after in FOR
        and not second.goes_on
        and not _for_people(second)
        and first.after not in BESIDE
        and len(first.words) == 1
        and len(second.words) <= LONGEST - 2
    )


def _without_own(words: list[str]) -> list[str]:
    """Without what one runs at the end; nothing where a name is left of a place to publish."""
    kept = list(words)
    while kept and _bare(kept[-1]) in OF_ONESELF:
        kept.pop()
    named = len(kept) == 1 < len(words) and any(char.isupper() for char in kept[0])
    return [] if named else kept


def _as_service(words: list[str], ours: bool, goes_on: bool = False) -> list[str]:
    """What one does to things as people search for it: "repair bicycles" is "bicycle repair". What
    stands right behind "we" is done, whether it is known or not: "we sew uniforms"."""
    if len(words) < 2:
        return words
    does = words[0].casefold()
    done = SERVICES.get(does) or (SAID_OF_US.get(does) if ours else None)
    things = [word for word in words[1:] if word.casefold() not in PARTICLES] or words[1:]
    last = things[-1].casefold()
    several = last.endswith("s") and not last.endswith("ss")
    if done is None or not (several or ours) or last in MADE_OF_IT:
        return things if ours and not goes_on else words
    return [*things[:-1], _one(last) if several else last, done]


def _says_little(run: _Run, left_out: set[str]) -> bool:
    """Whether a run says how, where or for whom rather than what, or nothing by itself."""
    words = [_bare(word) for word in run.words]
    if run.after in BESIDE and (run.after != "in" or _is_place(words, left_out)):
        return True
    if run.after in FOR or (
        run.after == "to" and (words[-1] in PEOPLE or _is_place(words, left_out))
    ):
        return True
    return len(words) == 1 and (run.ours or words[0] in SAYS_LITTLE)


def _is_place(words: Sequence[str], left_out: set[str]) -> bool:
    return words[-1] in left_out or place_like(words[-1:], "en")[0]


def _one(word: str) -> str:
    if word.endswith("ies"):
        return word[:-3] + "y"
    return word[:-2] if word.endswith(("ches", "shes", "xes", "sses")) else word[:-1]


def _plain(text: str) -> str:
    """Without the capital of a sentence's first word; names of several capitals keep theirs."""
    return text if any(c.isupper() for c in text[1:]) else text.casefold()
