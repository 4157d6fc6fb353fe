"""Subjects that the practice world was not made for: what one is like, so that any project can practise."""

from bunraku.sources.rehearsal.dice import bell, pick_index, roll, spread
from bunraku.sources.rehearsal.tongues import SEASONS, Head


def strange_head(name: str) -> Head:
    """A head for a subject that the world does not know: its size, season and price are the dice's."""
    size = 10 ** (2.2 + 2.2 * roll("size", name)) / (1.6 ** max(len(name.split()) - 1, 0))
    plural = name if name.endswith("s") else f"{name}s"
    season = sorted(SEASONS)[pick_index(len(SEASONS), "season", name)] if roll("seasonal", name) < 0.4 else "even"
    return Head(
        name,
        plural,
        ("thing", "topic", "service")[pick_index(3, "kind", name)],
        size,
        size * 0.4 * spread(0.5, "video", name),
        size * 0.5 * spread(0.5, "market", name),
        0.2 + 1.5 * roll("cpc", name),
        season,
        0.12 * bell("head growth", name),
    )
