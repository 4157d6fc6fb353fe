"""A report on one's own pages, where several pages show for one query."""

from collections.abc import Iterable

from bunraku.core.formats.figures_in import Figure
from bunraku.core.formats.keywords_in import Refused, Taken


def add_up(rows: Iterable[Taken | Refused]) -> list[Taken | Refused]:
    """Each query once, with the clicks and impressions of all its pages.

    Parameters: `rows`, of a report with a page a row. Returns: refused rows as they are; of each
    query one row where it stood first: clicks and times shown added up, the position on average
    over the times shown (the best one where these are not told), and the page that brought most
    clicks. Raises: nothing. Cost: linear; memory for all rows."""
    out: list[Taken | Refused] = []
    at: dict[str, int] = {}
    for row in rows:
        if isinstance(row, Refused):
            out.append(row)
        elif row.key not in at:
            at[row.key] = len(out)
            out.append(row)
        else:
            before = out[at[row.key]]
            if isinstance(before, Taken):
                out[at[row.key]] = _both(before, row)
    return out


def _both(one: Taken, other: Taken) -> Taken:
    figures = {**other.figures, **one.figures}
    for name in ("clicks", "impressions"):
        both = [row.figures[name].high for row in (one, other) if name in row.figures]
        if both:
            figures[name] = Figure(sum(both), sum(both))
    places = [
        (row.figures["position"].high, _of(row, "impressions"))
        for row in (one, other)
        if _of(row, "position") > 0
    ]
    if places:
        shown = sum(times for _, times in places)
        average = (
            sum(place * times for place, times in places) / shown
            if shown
            else min(place for place, _ in places)
        )
        figures["position"] = Figure(average, average)
    best = other if _of(other, "clicks") > _of(one, "clicks") else one
    texts = {**one.texts, **({"page": best.texts["page"]} if "page" in best.texts else {})}
    return Taken(one.number, one.text, one.key, figures, texts, one.unread + other.unread)


def _of(row: Taken, name: str) -> float:
    return row.figures[name].high if name in row.figures else 0.0
