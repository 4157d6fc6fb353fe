"""A results page as a source told it, as the core looks at it."""

from datetime import date
from typing import Any

from bunraku.core.weigh.company import Result
from bunraku.server.readings.known import Payload


def results_of(payload: Payload | None, depth: int | None = None) -> list[Result]:
    """A page's organic results as the core looks at them."""
    return [_result(told) for told in (payload or {}).get("results", [])[:depth]]


def _result(told: dict[str, Any]) -> Result:
    published = told.get("published")
    return Result(
        position=told["position"],
        address=told["address"],
        title=told["title"],
        publisher=told["publisher"],
        standing=told.get("standing"),
        pull=told.get("pull"),
        published=date.fromisoformat(published) if published else None,
        views=told.get("views"),
        price=told.get("price"),
        reviews=told.get("reviews"),
        materials=told.get("materials") or (),
        categories=told.get("categories") or (),
    )
