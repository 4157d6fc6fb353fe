"""When to look again: rank checks and check-backs, by kind of piece."""

from datetime import date, timedelta
from typing import Literal

from bunraku.core.channels import FormId, form_named

How = Literal["kind", "weekly", "hand"]
HOWS: tuple[How, ...] = ("kind", "weekly", "hand")
"""As it suits the kind of piece; every week; never by itself."""


def next_check(form: FormId, how: How, begun: date, last: date | None) -> date | None:
    """The day of the next check, None where none comes by itself.

    Parameters: `form` and `how`; `begun`, the day it was published or last changed; `last`, the day
    of its last check. Returns: the first day of its rhythm after that check. One that was due long
    ago is due once, not once for each day that was missed. Raises: `ValueError` for another
    form."""
    if how == "hand":
        return None
    if how == "weekly":
        return begun if last is None else last + timedelta(days=7)
    rhythm = form_named(form).rhythm
    after = -1 if last is None else (last - begun).days
    for days in rhythm.first:
        if days > after:
            return begun + timedelta(days=days)
    steps = max(0, (after - rhythm.first[-1]) // rhythm.then) + 1
    return begun + timedelta(days=rhythm.first[-1] + rhythm.then * steps)


def check_back(form: FormId, changed: date) -> date:
    """The day on which to look back at a change. Raises: `ValueError` for another form."""
    return changed + timedelta(days=form_named(form).rhythm.look_back)
