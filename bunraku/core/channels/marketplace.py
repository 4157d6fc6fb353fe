"""Marketplace search: shops and their listings."""

import numpy as np

from bunraku.core.channels.channel import (
    Channel,
    ClickCurve,
    Kind,
    Level,
    Ranking,
    ResultFact,
    Ripening,
    Words,
    always,
)
from bunraku.core.channels.form import (
    VISIBLE,
    Field,
    FieldLimit,
    Form,
    Profile,
    Rhythm,
    WindowLength,
)

TAGS = 13
"""Tags that most marketplaces take."""

LISTING = Form(
    id="listing",
    one="listing",
    many="listings",
    preview="square",
    fields=(
        Field("title", "Title", "line", "Of the variation shown first."),
        Field("bullets", "Bullets", "lines", "One per line: what, for whom, what is included."),
        Field("description", "Description", "text", "Its first lines are seen.", VISIBLE),
        Field(
            "hidden", "Hidden search terms", "line",
            "Not shown to shoppers. Do not repeat the title.",
        ),
        Field("tags", "Tags", "lines", "One per line."),
        Field("materials", "Materials", "lines", "One per line."),
        Field("category", "Category", "line", "Where the marketplace files it."),
        Field("attributes", "Attributes", "pairs", "A property, and what it is here."),
        Field(
            "variations", "Variations", "pairs", "One per line: variation and its title.",
        ),
    ),
    title_characters=(30, 140),
    description_characters=(200, 5_000),
    profiles=(
        Profile(
            "tags", "listing", "A shop with titles of 140 and 13 tags",
            (
                FieldLimit("title", 140),
                FieldLimit("description", 5_000),
                FieldLimit("description", VISIBLE, kind="seen"),
                FieldLimit("tags", TAGS, of="items"),
                FieldLimit("tags", 20, of="each"),
                FieldLimit("materials", 13, of="items"),
                FieldLimit("materials", 45, of="each"),
                FieldLimit("variations", 140, of="each"),
            ),
            left_out=("bullets", "hidden"),
        ),
        Profile(
            "bullets", "listing", "A shop with titles of 200 and five bullets",
            (
                FieldLimit("title", 200),
                FieldLimit("bullets", 5, of="items"),
                FieldLimit("bullets", 500, of="each"),
                FieldLimit("description", 2_000),
                FieldLimit("description", VISIBLE, kind="seen"),
                FieldLimit("hidden", 250, "bytes"),
                FieldLimit("variations", 200, of="each"),
            ),
            left_out=("tags", "materials"),
        ),
        Profile(
            "hidden", "listing", "A shop with hidden terms of 2,500 characters",
            (
                FieldLimit("title", 200),
                FieldLimit("bullets", 5, of="items"),
                FieldLimit("bullets", 500, of="each"),
                FieldLimit("description", 4_000),
                FieldLimit("description", VISIBLE, kind="seen"),
                FieldLimit("hidden", 2_500),
                FieldLimit("variations", 200, of="each"),
            ),
            left_out=("tags", "materials"),
        ),
    ),
    # What practitioners do: a listing is looked at the next day and after ten days.
    rhythm=Rhythm((0, 1, 10), 30, 10),
    windows=WindowLength(21, 7, 3, 60),
    found_days=10,
    labels=frozenset(
        {"title", "tags", "materials", "category", "hidden", "description", "bullets"}
    ),
    tag_room=("tags", TAGS),
    brief=(("Tags", f"{TAGS}", "the main keyword among them"),),
    found_by_words=True,
)  # fmt: skip

MARKETPLACE = Channel(
    id="marketplace",
    name="Marketplace",
    ranking=Ranking(
        # The largest that there are.
        standing_top=60_000,
        pull_top=2_000,
        parts=(0.60, 0.22, 18.0),
        typical_pull=lambda standing: np.maximum(standing, 0.0) / 40.0,
        tau=2.0,
    ),
    ripening=Ripening(days_until_shown=3, settling_days=28, settled_weeks=10, green=(16.0, 1.8)),
    clicks=ClickCurve((0.12, 0.1, 0.085, 0.073, 0.063, 0.055, 0.048, 0.042, 0.037, 0.033), ad=0.04),
    facts=(
        ResultFact("price", "{}"),
        ResultFact("reviews", "{} reviews", "{} review"),
        ResultFact("pull", "{} sold a month"),
        ResultFact("standing", "shop {}"),
    ),
    facts_in_full=(
        ResultFact("price", "{}"),
        ResultFact("reviews", "{} reviews", "{} review"),
        ResultFact("standing", "{} reviews of the shop", "{} review of the shop"),
        ResultFact("pull", "{} sales a month", "{} sale a month"),
    ),
    sorted_by=("price",),
    has_choices=True,
    levels=(
        Level(5, "a brand-new shop"),
        Level(100, "a one-year-old side business"),
        Level(1_000, "a full-time shop"),
        Level(10_000, "a leading shop in its category"),
    ),
    words=Words(
        publisher="shop",
        publishers="shops",
        outlet="Shop",
        new_outlet="A new shop",
        outlet_hint="Name",
        standing="reviews",
        standing_label="Reviews",
        standing_of_rivals="Of the shop. The closer to yours, the likelier you can outrank it.",
        where_to_find="The review count on your shop page.",
        pull="sales a month",
        pull_short="sales",
        spreads=(("price", "Prices"), ("standing", "Reviews of the shops")),
    ),
    form=LISTING,
    kinds=(Kind("listing", "Listing", "marketplace", 2, 1),),
    suggest=always("listing", "it is for a shop"),
)
