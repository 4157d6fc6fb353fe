"""Video search: channels and their videos."""

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

TAG_CHARACTERS = 500
"""Characters of all tags of a video together."""

FORM = Form(
    id="video",
    one="video",
    many="videos",
    preview="wide",
    fields=(
        Field("title", "Title", "line", "Read beside the picture, cut off in most lists."),
        Field(
            "description", "Description", "text",
            "Its first lines are seen; the rest is searched.", VISIBLE,
        ),
        Field("spoken", "Opening line (spoken)", "text", "The first sentence said in the video."),
        Field("tags", "Tags", "lines", "One per line, main keyword first."),
        Field("hashtags", "Hashtags", "lines", "One per line, as one word."),
        Field("chapters", "Chapters", "pairs", "A time, and what begins there; the first at 0:00."),
        Field("file", "Video file", "line", "Its name before it is uploaded; it stays."),
        Field("picture", "Picture file", "line", "The file name of its thumbnail."),
    ),
    title_characters=(20, 70),
    description_characters=(200, 5_000),
    profiles=(
        Profile(
            "video", "video", "A video channel",
            (
                FieldLimit("title", 100),
                FieldLimit("title", 50, kind="best"),
                FieldLimit("description", 5_000, "bytes"),
                FieldLimit("description", VISIBLE, kind="seen"),
                FieldLimit("tags", TAG_CHARACTERS),
                FieldLimit("hashtags", 15, of="items"),
                FieldLimit("hashtags", 3, of="items", kind="seen"),
            ),
        ),
    ),
    # What practitioners do: a video is looked at after ten days; a change shows within days.
    rhythm=Rhythm((0, 10), 30, 10),
    windows=WindowLength(21, 7, 2, 35),
    found_days=7,
    labels=frozenset({"title", "tags", "description", "hashtags"}),
    tag_room=("characters", TAG_CHARACTERS),
    brief=(("Tags", f"{TAG_CHARACTERS} characters in all", "the main keyword first"),),
)  # fmt: skip

VIDEO = Channel(
    id="video",
    name="Video",
    ranking=Ranking(
        # The largest that there are.
        standing_top=3_000_000,
        pull_top=20_000,
        parts=(0.62, 0.22, 16.0),
        typical_pull=lambda standing: np.maximum(standing, 0.0) / 170.0,
        tau=2.5,
    ),
    ripening=Ripening(days_until_shown=7, settling_days=14, settled_weeks=6, green=(16.0, 0.9)),
    clicks=ClickCurve((0.2, 0.14, 0.1, 0.08, 0.064, 0.052, 0.043, 0.036, 0.03, 0.026), ad=0.03),
    facts=(
        ResultFact("views", "{} views", "{} view"),
        ResultFact("pull", "{} a day"),
        ResultFact("standing", "{} followers", "{} follower"),
    ),
    facts_in_full=(
        ResultFact("standing", "{} followers", "{} follower"),
        ResultFact("views", "{} views", "{} view"),
        ResultFact("pull", "{} views a day", "{} view a day"),
    ),
    sorted_by=("views", "pull"),
    columns=("views_least", "views_typical"),
    levels=(
        Level(50, "a brand-new channel"),
        Level(1_000, "a one-year-old hobby channel"),
        Level(10_000, "a well-known specialist channel"),
        Level(100_000, "a full-time channel"),
        Level(1_000_000, "a household name"),
    ),
    words=Words(
        publisher="channel",
        publishers="channels",
        outlet="Video channel",
        new_outlet="A new channel",
        outlet_hint="Name",
        standing="followers",
        standing_label="Followers",
        standing_of_rivals="Of the channel. The closer to yours, the likelier you can outrank it.",
        where_to_find="The follower count on your channel page.",
        pull="views a day",
        pull_short="views",
        spreads=(("views", "Views"), ("standing", "Followers")),
    ),
    form=FORM,
    # Hours from what practitioners say: a video is a day's work.
    kinds=(Kind("video", "Video", "video", 8, 2),),
    suggest=always("video", "it is for a video channel"),
)
