"""Web search: sites and their pages."""

from collections import Counter

import numpy as np

from bunraku.core.channels.channel import (
    Channel,
    ClickCurve,
    ClusterFacts,
    Floats,
    Kind,
    Level,
    Ranking,
    ResultFact,
    Ripening,
    Suggestion,
    Words,
)
from bunraku.core.channels.form import Field, FieldLimit, Form, Profile, Rhythm, WindowLength


def _typical_pull(standing: Floats) -> Floats:
    """Linking sites of a page by its site's authority."""
    return np.asarray(60.0 * (np.maximum(standing, 0.0) / 60) ** 2.2, dtype=np.float64)


def _suggest(facts: ClusterFacts) -> Suggestion:
    """A named place asks for a location page; a map or many local members for a landing page;
    buying members for a landing page, comparing ones for a buying guide; all others for an
    article."""
    shown = Counter(facts.features)
    intents = facts.intents
    main = Counter(intents).most_common(1)[0][0] if intents else "informational"
    half = max(len(intents), 1) / 2
    if facts.places_named >= half:
        return Suggestion("location", "most of its keywords name a place")
    if shown["map"] > half:
        return Suggestion("landing", "searchers look nearby: the results show a map")
    if facts.local_share >= 0.5:
        return Suggestion("landing", "searchers look nearby, by its keywords")
    if main == "transactional":
        return Suggestion("landing", "searchers are ready to spend")
    if main == "commercial":
        return Suggestion("guide", "searchers compare before they buy")
    return Suggestion("article", "searchers want to know")


PAGE = Form(
    id="page",
    one="page",
    many="pages",
    preview="result",
    fields=(
        Field("title", "Title", "line", "What results pages show, and the first thing read."),
        Field(
            "address", "URL slug", "line",
            "Last part of the URL. Keep it once published.",
        ),
        Field("description", "Description", "text", "Shown under the title; it earns the click."),
        Field("body", "Text", "text", "In Markdown: # for headings, [words](URL) for links."),
        Field("images", "Pictures", "pairs", "File name and alt text."),
    ),
    title_characters=(25, 60),
    description_characters=(70, 155),
    profiles=(
        Profile(
            "page", "page", "A site, as results pages show it",
            (
                FieldLimit("title", 60),
                FieldLimit("title", 580, "pixels"),
                FieldLimit("address", 75, kind="best"),
                FieldLimit("description", 155),
                FieldLimit("images", 125, of="each", kind="best"),
            ),
        ),
    ),
    # What practitioners do: a page is looked at after two to three weeks, for an engine reads it
    # anew after one to two.
    rhythm=Rhythm((0, 18), 30, 21),
    windows=WindowLength(28, 10, 10, 112),
    found_days=35,
    brief=(("URL", "short", "the main keyword; keep it once published"),),
)  # fmt: skip

WEB = Channel(
    id="web",
    name="Web",
    known_by_host=True,
    ranking=Ranking(
        standing_top=None,
        pull_top=1_000,
        parts=(0.60, 0.22, 18.0),
        typical_pull=_typical_pull,
        tau=2.0,
    ),
    ripening=Ripening(days_until_shown=21, settling_days=56, settled_weeks=24, green=(16.0, 5.0)),
    clicks=ClickCurve(
        (0.28, 0.15, 0.10, 0.072, 0.052, 0.04, 0.031, 0.025, 0.021, 0.018),
        ad=0.05,
        features={
            "answer_box": 0.25,
            "questions_box": 0.08,
            "video_strip": 0.08,
            "map": 0.2,
            "shopping_strip": 0.15,
        },
    ),
    facts=(
        ResultFact("standing", "authority {}"),
        ResultFact("pull", "{} links", "{} link"),
        ResultFact("reach", "{}"),
    ),
    facts_in_full=(
        ResultFact("standing", "authority {}"),
        ResultFact("pull", "{} referring sites", "{} referring site"),
    ),
    sorted_by=("pull",),
    levels=(
        Level(5, "a site under a year old"),
        Level(15, "a one-year-old hobby site"),
        Level(30, "a three-year-old hobby site"),
        Level(45, "a firm well linked within its trade"),
        Level(60, "a leading trade magazine"),
        Level(80, "a household name"),
    ),
    words=Words(
        publisher="site",
        publishers="sites",
        outlet="Site",
        new_outlet="A new site",
        outlet_hint="your-site.example",
        standing="authority",
        standing_label="Authority, 0-100",
        standing_of_rivals="0 to 100. The closer to yours, the likelier you can outrank it.",
        where_to_find=(
            "Authority runs from 0 to 100; any link checker can give you a figure. Above 33 is "
            "already high."
        ),
        pull="referring sites",
        pull_short="links",
        spreads=(("standing", "Authority"), ("pull", "Referring sites")),
    ),
    form=PAGE,
    kinds=(
        # Hours from what practitioners say: an article is half a day's work.
        Kind("article", "Article", "web", 5, 2),
        Kind("guide", "Buying guide", "web", 7, 3),
        Kind("landing", "Landing page", "web", 4, 2),
        Kind("location", "Location page", "web", 3, 1),
        Kind("home", "Home page", "web", 6, 2),
    ),
    suggest=_suggest,
    home="home",
)
