"""Weigh over HTTP: the price of measuring, measuring, the inspector, priority and intent."""

from datetime import date
from typing import Any, Literal

from ninja import Field, Router, Schema

from bunraku.core.channels import ChannelId
from bunraku.server.inputs import Id
from bunraku.server.jobs.api import JobOut
from bunraku.server.jobs.models import Job
from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.projects.api import OwnThresholds, Preset
from bunraku.server.readings.providers import is_practice
from bunraku.server.sheet.actions import MOST_AT_ONCE
from bunraku.server.sheet.api import CountOut, RowIds
from bunraku.server.sheet.rows import RowOut
from bunraku.server.weigh.actions import (
    guess_chance,
    mark_priority,
    overrule_intent,
    price_measuring,
    start_measuring,
)
from bunraku.server.weigh.implied import implied_of
from bunraku.server.weigh.inspect import inspect_row
from bunraku.server.weigh.measuring import Measure, measuring_gap
from bunraku.server.weigh.thresholds import preview_thresholds

router = Router(tags=["weigh"])


class MeasureIn(Schema):
    """What to measure: chosen rows, or (null) all that wait on the channel."""

    channel: ChannelId
    row_ids: list[Id] | None = Field(None, min_length=1, max_length=MOST_AT_ONCE)


class SourcePriceOut(Schema):
    """What measuring would buy from one source."""

    source: str
    practice: bool
    what: str
    lookups: int
    known: int
    price: float


class PriceOut(Schema):
    """What measuring would cost, and the allowance before."""

    keywords: int
    sources: list[SourcePriceOut]
    price: float
    lookups_left: float


class GapOut(Schema):
    """What the last measuring of a channel did not get: how many lookups, of what and why in
    words."""

    unanswered: int
    says: str


class ReadingOut(Schema):
    """One reading in words: source (one of practice or not), what it tells, kind of figure, what it
    says, what stands beside it (cost per click, ad competition, difficulty), the day."""

    source: str
    practice: bool
    what: str
    kind: str
    says: str
    beside: str
    on: date
    price: float


class ResultOut(Schema):
    """An organic result and how strong it is; `standing` is its publisher's authority, followers or
    reviews, `pull` the page's linking sites, views a day or sales a month; of a video its views, of
    a listing its price and its own reviews."""

    position: int
    title: str
    publisher: str
    address: str
    standing: float | None
    pull: float | None
    published: date | None
    views: float | None
    price: float | None
    reviews: float | None
    strength: float | None
    wording: str
    weak: bool


class OriginOut(Schema):
    """A way in which the keyword came."""

    method: str
    seed: str
    source: str
    on: date
    job_id: int | None
    figure: int | None


class WordOut(Schema):
    """A word that decided a keyword's relevance, in log odds: above 0 it raises it."""

    word: str
    weight: float


class MonthOut(Schema):
    """Searches in a month ("2026-10")."""

    month: str
    searches: int


class InspectorOut(Schema):
    """Everything about one keyword."""

    row: RowOut
    channel: ChannelId
    because: str
    outlet: str
    readings: list[ReadingOut]
    results: list[ResultOut]
    page_on: date | None
    features: list[str]
    ads: int
    intents: dict[str, float]
    intent_evidence: list[str]
    intent_overruled: bool
    guess: str
    drop_reason: str
    note: str
    left_out: str
    relevance_words: list[WordOut]
    relevance_from: int
    fit_words: list[str]
    origins: list[OriginOut]
    history: list[MonthOut]
    click_share: float | None


class PriorityIn(Schema):
    """Keywords and their priority; empty takes the mark off."""

    row_ids: RowIds
    priority: Literal["high", "normal", "low", ""]


class GuessIn(Schema):
    """Keywords and one's own guess at the chance; empty takes it back."""

    row_ids: RowIds
    guess: Literal["easy", "even", "hard", ""]


class IntentIn(Schema):
    """Keywords and what their searchers want; empty goes back to what was read."""

    row_ids: RowIds
    intent: Literal["informational", "navigational", "commercial", "transactional", ""]


class ThresholdsIn(Schema):
    """Thresholds that are thought of: a preset and what differs from it."""

    preset: Preset = "growing"
    thresholds: OwnThresholds = {}


class ChangedVerdictOut(Schema):
    """A keyword whose verdict would change."""

    text: str
    before: Literal["", "go", "try", "hard", "skip"]
    after: Literal["", "go", "try", "hard", "skip"]


class ThresholdsOut(Schema):
    """What thresholds would do: keywords in play, how many have each verdict now and after, how
    many would change, and some of these."""

    keywords: int
    now: dict[str, int]
    after: dict[str, int]
    changed: int
    examples: list[ChangedVerdictOut]


class ImpliedOut(Schema):
    """An outlet's own strength by the places it has: on how many places it rests and how many it
    takes, own strength as told and by the places with a range, and the standing that comes to; null
    where there are too few."""

    places: int
    needed: int
    told: float
    strength: float | None
    low: float | None
    high: float | None
    standing: float | None


@router.get("/outlets/{int:outlet_id}/implied", response=ImpliedOut, auth=READS, url_name="implied")
def implied(request: ProjectRequest, project_id: ProjectId, outlet_id: int) -> Any:
    """How strong an outlet must be by where it already stands."""
    return implied_of(request.project, outlet_id)


@router.post(
    "/thresholds/preview", response=ThresholdsOut, auth=READS, url_name="preview_thresholds"
)
def preview(request: ProjectRequest, project_id: ProjectId, given: ThresholdsIn) -> Any:
    """What other thresholds would do; changes nothing."""
    return preview_thresholds(request.project, given.preset, given.thresholds)


@router.post("/measure/price", response=PriceOut, auth=READS, url_name="price_measuring")
def price(request: ProjectRequest, project_id: ProjectId, given: MeasureIn) -> Any:
    """What measuring would cost; buys nothing."""
    count, prices = price_measuring(request.project, given.channel, given.row_ids)
    return {
        "keywords": count,
        "sources": [
            {
                "source": p.source,
                "practice": is_practice(p.source),
                "what": p.what,
                "lookups": p.lookups,
                "known": p.known,
                "price": p.price_tenths / 10,
            }
            for p in prices
        ],
        "price": sum(p.price_tenths for p in prices) / 10,
        "lookups_left": request.project.lookups_left_tenths / 10,
    }


@router.post("/measure", response=JobOut, auth=CHANGES, url_name="start_measuring")
def measure(request: ProjectRequest, project_id: ProjectId, given: MeasureIn) -> Any:
    """Start measuring."""
    return start_measuring(request.project, given.channel, given.row_ids)


@router.get("/measure/gap", response=GapOut, auth=READS, url_name="measuring_gap")
def gap(request: ProjectRequest, project_id: ProjectId, channel: ChannelId = "web") -> Any:
    """What the last measuring of a channel did not get."""
    jobs = Job.objects.filter(project=request.project, kind=Measure.id, params__channel=channel)
    last = jobs.first()
    if last is None:
        return {"unanswered": 0, "says": ""}
    measure = Measure()
    return {"unanswered": measure.unanswered(measure.result_of(last)), "says": measuring_gap(last)}


@router.get("/rows/{int:row_id}", response=InspectorOut, auth=READS, url_name="inspect")
def inspect(request: ProjectRequest, project_id: ProjectId, row_id: int) -> Any:
    """Everything about one keyword."""
    return inspect_row(request.project, row_id)


@router.post("/rows/priority", response=CountOut, auth=CHANGES, url_name="mark_priority")
def priority(request: ProjectRequest, project_id: ProjectId, given: PriorityIn) -> Any:
    """Mark keywords high, normal or low."""
    return {"changed": mark_priority(request.project, given.row_ids, given.priority)}


@router.post("/rows/guess", response=CountOut, auth=CHANGES, url_name="guess_chance")
def guess(request: ProjectRequest, project_id: ProjectId, given: GuessIn) -> Any:
    """Guess the chance of keywords oneself; it outranks what was read."""
    return {"changed": guess_chance(request.project, given.row_ids, given.guess)}


@router.post("/rows/intent", response=CountOut, auth=CHANGES, url_name="overrule_intent")
def intent(request: ProjectRequest, project_id: ProjectId, given: IntentIn) -> Any:
    """Overrule the intent of keywords."""
    return {"changed": overrule_intent(request.project, given.row_ids, given.intent)}
