"""Results pages over HTTP."""

from typing import Annotated, Any

from ninja import Field, Query, Router, Schema

from bunraku.core.weigh.company import Narrowing
from bunraku.core.weigh.verdict import VERDICTS
from bunraku.server.inputs import Id
from bunraku.server.projects.access import READS, ProjectId, ProjectRequest
from bunraku.server.weigh.results.schemas import PageOut
from bunraku.server.weigh.results.view import view_page

router = Router(tags=["results pages"])
Text = Annotated[str, Field(max_length=200)]


class PageQuery(Schema):
    """How a page is looked at: for which outlet (null: the chosen one), how deep, and of a
    marketplace which listings count."""

    outlet: Id | None = None
    depth: int = Field(10, ge=1, le=200)
    material: Text = ""
    category: Text = ""
    price_from: float | None = Field(None, ge=0)
    price_to: float | None = Field(None, ge=0)
    without_own: bool = False
    without: Text = ""

    def narrowing(self) -> Narrowing:
        """Which results count."""
        return Narrowing(
            material=self.material,
            category=self.category,
            price_from=self.price_from,
            price_to=self.price_to,
            without_own=self.without_own,
            without_words=self.without.split(),
        )


@router.get("/rows/{int:row_id}/page", response=PageOut, auth=READS, url_name="results_page")
def page(
    request: ProjectRequest, project_id: ProjectId, row_id: int, asked: Query[PageQuery]
) -> Any:
    """A keyword's results page: can we, who stands there, what else is on it, how it moves."""
    seen = view_page(
        request.project,
        row_id,
        outlet_id=asked.outlet,
        depth=asked.depth,
        narrowing=asked.narrowing(),
    )
    return {**seen, "verdict": VERDICTS[seen["verdict"]]}
