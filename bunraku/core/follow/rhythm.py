"""When to look again: rank checks and check-backs, by kind of piece."""

from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal

Form = Literal["page", "video", "listing"]
How = Literal["kind", "weekly", "hand"]
HOWS: tuple[How, ...] = ("kind", "weekly", "hand")
"""As it suits the kind of piece; every week; never by itself."""


@dataclass(frozen=True)
class Rhythm:
    """Days after publishing or changing on which to look, then every so many; days until a change
    is looked back at."""

    first: tuple[int, ...]
    then: int
    look_back: int


RHYTHMS: dict[Form, Rhythm] = {
    "page": Rhythm((0, 18), 30, 21),
    "video": Rhythm((0, 10), 30, 10),
    "listing": Rhythm((0, 1, 10), 30, 10),
}
"""On the day itself, so that there is something to compare with; then what practitioners do: a
video after ten days, a listing the next day and after ten days, a page after two to three weeks;
then every month."""


def next_check(form: Form, how: How, begun: date, last: date | None) -> date | None:
    """The day of the next check, None where none comes by itself.

    Parameters: `form` and `how`; `begun`, the day it was published or last changed; `last`, the day
    of its last check. Returns: the first day of its rhythm after that check. One that was due long
    ago is due once, not once for each day that was missed. Raises: `KeyError` for another form."""
    if how == "hand":
        return None
    if how == "weekly":
        return begun if last is None else last + timedelta(days=7)
    rhythm = RHYTHMS[form]
    after = -1 if last is None else (last - begun).days
    for days in rhythm.first:
        if days > after:
            return begun + timedelta(days=days)
    steps = max(0, (after - rhythm.first[-1]) // rhythm.then) + 1
    return begun + timedelta(days=rhythm.first[-1] + rhythm.then * steps)


def check_back(form: Form, changed: date) -> date:
    """The day on which to look back at a change. Raises: `KeyError` for another form."""
    return changed + timedelta(days=RHYTHMS[form].look_back)
