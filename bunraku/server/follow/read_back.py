"""Reading back: whether what is live is what was written."""

from typing import Any

from bunraku.core.channels import form_named
from bunraku.server.clock import today
from bunraku.server.errors import BunrakuError
from bunraku.server.follow.models import LivePiece
from bunraku.server.follow.publishing import find_live, form_of
from bunraku.server.projects.models import Project
from bunraku.server.readings.buying import buy, check_affordable, price_of_new
from bunraku.server.readings.known import latest
from bunraku.server.readings.providers import sources
from bunraku.server.write.import_text import read_text
from bunraku.sources.protocol import What

AS_LINES = ("tags", "materials")
"""Fields that a source tells as lists."""


def read_back(project: Project, live_id: int, text: str) -> dict[str, Any]:
    """Compare what is there with what was published: of a text that was pasted, else of what a
    source reads at the address. Only fields that can be read there are compared. Raises: not_found;
    bad_file as `read_text`; no_source and allowance_short where a source is to be asked."""
    live = find_live(project, live_id)
    if text.strip():
        found = read_text(form_of(live), text)
        return _compared(live, found.fields, "pasted", list(found.notes))
    return _compared(live, *_of_source(project, live), [])


def _of_source(project: Project, live: LivePiece) -> tuple[dict[str, str], str]:
    source = next(iter(sources(project)[What.FIELDS]), None)
    if source is None:
        raise BunrakuError(
            "no_source",
            "No source of this project can fetch published pages.",
            hint="Paste the page, or the content of your platform's form.",
        )
    scope = live.scope
    scope.project = project
    price = price_of_new(scope, What.FIELDS, [live.address])
    check_affordable(project, price, "Reading it back")
    buy(scope, What.FIELDS, [live.address])
    told = latest(scope, What.FIELDS, [live.address]).get(live.address)
    if told is None:
        raise BunrakuError(
            "no_source",
            f"{source.name} finds nothing at {live.address} today.",
            hint="Is the URL right, and is it published?",
        )
    fields = {
        name: "\n".join(value) if name in AS_LINES else str(value)
        for name, value in told.items()
        if name in {field.id for field in form_named(form_of(live)).fields} and value
    }
    return fields, source.name


def _compared(
    live: LivePiece, there: dict[str, str], source: str, notes: list[str]
) -> dict[str, Any]:
    differs, compared = [], []
    for field in form_named(form_of(live)).fields:
        written, found = live.fields.get(field.id, ""), there.get(field.id)
        # The address is where it was found; an empty field that is not told is no difference.
        if field.id == "address" or found is None:
            continue
        compared.append(field.name)
        if _plain(written) != _plain(found):
            differs.append(
                {"field": field.id, "name": field.name, "before": written, "after": found}
            )
    live.read_back = {
        "on": today().isoformat(),
        "source": source,
        "compared": compared,
        "differs": differs,
        "notes": notes,
    }
    live.save(update_fields=["read_back"])
    return live.read_back


def _plain(text: str) -> list[str]:
    """Words as they stand: white space and the ends of lines say nothing."""
    return text.split()
