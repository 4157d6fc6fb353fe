"""The combiner over HTTP."""

from typing import Annotated, Any, Literal

from ninja import Field, Router, Schema

from bunraku.core.channels import ChannelId
from bunraku.server.gather.combiner.actions import (
    Recipe,
    box_knows,
    preview_combinations,
    take_combinations,
)
from bunraku.server.jobs.api import JobOut
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.sheet.scopes import find_scope

router = Router(tags=["gather"])
Priority = Literal["high", "normal", "low", ""]


class TermIn(Schema):
    """A term of a column, with the priority that it passes on."""

    text: str = Field(max_length=400)
    priority: Priority = ""


class RecipeIn(Schema):
    """What to combine into a channel: base terms, modifiers, places; patterns; whether only what
    the search box knows; whether also what says a word twice running or a place twice."""

    channel: ChannelId
    base: list[TermIn] = Field(max_length=20_000)
    modifier: list[TermIn] = Field([], max_length=20_000)
    place: list[TermIn] = Field([], max_length=20_000)
    patterns: list[Annotated[str, Field(max_length=200)]] = Field(max_length=20)
    only_known: bool = False
    keep_doubled: bool = False

    def recipe(self) -> Recipe:
        """The recipe in the words of the room."""
        columns = {"base": self.base, "modifier": self.modifier, "place": self.place}
        return Recipe(
            {
                name: [(term.text, term.priority) for term in terms]
                for name, terms in columns.items()
            },
            self.patterns,
            self.only_known,
            self.keep_doubled,
        )


class CombinationOut(Schema):
    """A combination: whether it is there already, or would be left out."""

    text: str
    priority: str
    known: bool
    left_out: bool


class CombinationsOut(Schema):
    """What a recipe makes: how many, how many of them are known or would be left out, what was not
    made and why, the first."""

    total: int
    known: int
    left_out: int
    doubled: int
    repeated: int
    too_long: int
    shown: list[CombinationOut]


class AskBoxIn(Schema):
    """Texts to ask the search box about."""

    channel: ChannelId
    texts: list[Annotated[str, Field(max_length=200)]] = Field(max_length=300)


class BoxKnowsOut(Schema):
    """Which texts the search box completes to themselves, and how many were not answered."""

    known: list[str]
    missing: int


@router.post(
    "/combiner/preview", response=CombinationsOut, auth=READS, url_name="preview_combinations"
)
def preview(request: ProjectRequest, project_id: ProjectId, given: RecipeIn) -> Any:
    """What a recipe would make; changes nothing."""
    return preview_combinations(request.project, given.channel, given.recipe())


@router.post("/combiner/box", response=BoxKnowsOut, auth=READS, url_name="ask_box")
def ask_box(request: ProjectRequest, project_id: ProjectId, given: AskBoxIn) -> Any:
    """Which texts the search box knows; free."""
    known, missing = box_knows(find_scope(request.project, given.channel), given.texts)
    return {"known": sorted(known), "missing": len(missing)}


@router.post("/combiner/take", response=JobOut, auth=CHANGES, url_name="take_combinations")
def take(request: ProjectRequest, project_id: ProjectId, given: RecipeIn) -> Any:
    """Take what a recipe makes."""
    return take_combinations(request.project, given.channel, given.recipe())
