"""What tells people why a keyword is read as it is: words and page features, each a small declared
thing with an id and a clause."""

from dataclasses import dataclass
from functools import cache

from bunraku.core.languages import asked_in, language_named


@dataclass(frozen=True)
class Cue:
    """Evidence for an intent: `weights` are log-odds in the order of `INTENTS`, `local` those for
    local; `only_first`: where its words open a keyword. Those of a page's feature count; those of
    words only say what the words speak for, because words are weighed by the learned model. `says`
    is the clause shown."""

    id: str
    weights: tuple[float, float, float, float]
    says: str
    local: float = 0.0
    only_first: bool = False

    @property
    def odds(self) -> tuple[float, ...]:
        """Log-odds of the intents, and of local behind them."""
        return (*self.weights, self.local)


CUES: dict[str, Cue] = {
    cue.id: cue
    for cue in (
        Cue("question", (2.2, 0, 0, 0), "begins like a question", only_first=True),
        Cue("how_to", (2.4, 0, 0, 0), "asks to be shown how"),
        Cue("compare", (0.6, 0, 2.2, 0), "compares"),
        Cue("best", (0, 0, 2.6, 0.3), "looks for the best"),
        Cue("buy", (0, 0, 0.4, 2.6), "is ready to spend"),
        Cue("model", (0, 0, 0.3, 1.2), "names a thing as sold"),
        Cue("gift", (0, 0, 1.6, 0.8), "chooses for somebody"),
        Cue("service", (0, 0, 0.2, 1.2), "asks for a service", 0.4),
        Cue("near", (0, 0, 0, 1.6), "says near me", 4.0),
        Cue("login", (0, 2.4, 0, 0), "wants a certain site"),
    )
}
"""What words of a language may speak for; which words do is said in its `cues`."""

FEATURE_CUES: dict[str, Cue] = {
    "answer_box": Cue("page_answer", (1.2, 0, 0, 0), "the page answers at once"),
    "questions_box": Cue("page_questions", (0.7, 0, 0, 0), "the page lists questions"),
    "video_strip": Cue("page_videos", (0.8, 0, 0, 0), "the page shows videos"),
    "shopping_strip": Cue("page_shopping", (0, 0, 0.8, 1.2), "the page shows things to buy"),
    "map": Cue("page_map", (0, 0, 0, 0.8), "the page shows a map", 3.0),
}


@cache
def cues_of(language: str) -> tuple[tuple[Cue, tuple[str, ...]], ...]:
    """The cues of a language, each with its words; the English ones where a language has none."""
    said = language_named(language).cues or asked_in("en").cues
    return tuple((CUES[id], tuple(words.split("|"))) for id, words in said.items())
