"""Subjects that the practice world was not made for: what one is like, so that any project can practise."""

from dataclasses import replace

from bunraku.sources.rehearsal.dice import bell, pick_index, roll, spread
from bunraku.sources.rehearsal.tongues import SEASONS, Companion, Head, Tongue


def strange_head(name: str, locale: str = "en-GB") -> Head:
    """A head for a subject that the world does not know: its size, season and price are the dice's."""
    size = 10 ** (2.6 + 2 * roll("size", name)) / (1.6 ** max(len(name.split()) - 1, 0))
    season = sorted(SEASONS)[pick_index(len(SEASONS), "season", name)] if roll("seasonal", name) < 0.4 else "even"
    return Head(
        name,
        _plural(name) if locale.startswith("en") else name,
        "subject",
        size,
        size * 0.4 * spread(0.5, "video", name),
        size * 0.5 * spread(0.5, "market", name),
        0.2 + 1.5 * roll("cpc", name),
        season,
        0.12 * bell("head growth", name),
    )


def strange_company(tongue: Tongue, subject: str, words: frozenset[str] | None = None) -> tuple[Head, ...]:
    """The head of a subject and those of what it is put together with; with `words`, only those whose word is among them."""
    head = strange_head(subject, tongue.locale)
    chosen = [one for one in tongue.company if words is None or words & {one.word, one.plural}]
    return (head, *(_together(head, one) for one in chosen))


def _together(head: Head, companion: Companion) -> Head:
    name = f"{head.name} {companion.word}"
    share = 10 ** (-0.4 - 1.2 * roll("company", name))
    return replace(
        head,
        name=name,
        plural=f"{head.name} {companion.plural}",
        kind=companion.kind,
        web=head.web * share,
        video=head.video * share,
        marketplace=head.marketplace * share,
        cpc=0.2 + 1.5 * roll("cpc", name),
        growth=0.12 * bell("head growth", name),
    )


def _plural(name: str) -> str:
    """How most English words are said of several; what is done rather than had ("dog grooming") stays as it is."""
    if name.endswith(("s", "ing")):
        return name
    if name.endswith("y") and name[-2:-1] not in "aeiou":
        return f"{name[:-1]}ies"
    return f"{name}es" if name.endswith(("x", "ch", "sh")) else f"{name}s"
