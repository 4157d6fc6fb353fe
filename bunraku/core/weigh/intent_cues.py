"""What tells people why a keyword is read as it is: words and page features, each a small declared
thing with an id and a clause."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Cue:
    """Evidence for an intent: `words` match whole words or phrases of a keyword (`only_first`:
    where they open it); `weights` are log-odds in the order of `INTENTS`, `local` those for local.
    Those of a page's feature count; those of words only say what the words speak for, because words
    are weighed by the learned model. `says` is the clause shown."""

    id: str
    words: tuple[str, ...]
    weights: tuple[float, float, float, float]
    says: str
    local: float = 0.0
    only_first: bool = False

    @property
    def odds(self) -> tuple[float, ...]:
        """Log-odds of the intents, and of local behind them."""
        return (*self.weights, self.local)


def _words(text: str) -> tuple[str, ...]:
    return tuple(part.strip() for part in text.split("|"))


CUES: dict[str, tuple[Cue, ...]] = {
    "en": (
        Cue(
            "question",
            _words("how|what|why|when|where|who|which|can|does|is|are|should|do"),
            (2.2, 0, 0, 0),
            "begins like a question",
            only_first=True,
        ),
        Cue(
            "how_to",
            _words(
                "how to|diy|tutorial|guide|tips|step by "
                "step|explained|meaning|instructions|ideas|facts"
            ),
            (2.4, 0, 0, 0),
            "asks to be shown how",
        ),
        Cue(
            "compare",
            _words("vs|versus|or|compared|comparison|difference between|alternative|alternatives"),
            (0.6, 0, 2.2, 0),
            "compares",
        ),
        Cue(
            "best",
            _words("best|top|review|reviews|rated|recommended|worth it"),
            (0, 0, 2.6, 0.3),
            "looks for the best",
        ),
        Cue(
            "buy",
            _words(
                "buy|order|price|prices|cost|cheap|sale|for "
                "sale|deal|deals|discount|shop|online|under|second hand|used"
                "|hire|rent|book|booking|tickets"
            ),
            (0, 0, 0.4, 2.6),
            "is ready to spend",
        ),
        Cue(
            "model",
            _words("set|kit|pack|bundle|replacement|refill|spare"),
            (0, 0, 0.3, 1.2),
            "names a thing as sold",
        ),
        Cue(
            "gift",
            _words("gift|gifts|present|presents|for kids|for him|for her|for adults|for beginners"),
            (0, 0, 1.6, 0.8),
            "chooses for somebody",
        ),
        Cue(
            "service",
            _words(
                "repair|cleaning|service|lessons|course|classes|evening|evenings|tour|tours|workshop|hire"
            ),
            (0, 0, 0.2, 1.2),
            "asks for a service",
            0.4,
        ),
        Cue(
            "near",
            _words("near me|nearby|nearest|local|open now|in my area"),
            (0, 0, 0, 1.6),
            "says near me",
            4.0,
        ),
        Cue(
            "login",
            _words("login|log in|website|app|contact|opening hours|phone number|address"),
            (0, 2.4, 0, 0),
            "wants a certain site",
        ),
    ),
    "de": (
        Cue(
            "question",
            _words("wie|was|warum|wann|wo|wer|welche|welcher|welches|kann"),
            (2.2, 0, 0, 0),
            "begins like a question",
            only_first=True,
        ),
        Cue(
            "how_to",
            _words("anleitung|tipps|selber machen|erklärt|bedeutung"),
            (2.4, 0, 0, 0),
            "asks to be shown how",
        ),
        Cue("compare", _words("vs|oder|vergleich|unterschied"), (0.6, 0, 2.2, 0), "compares"),
        Cue(
            "best",
            _words("beste|bester|bestes|test|empfehlung|erfahrungen"),
            (0, 0, 2.6, 0.3),
            "looks for the best",
        ),
        Cue(
            "buy",
            _words("kaufen|preis|günstig|bestellen|angebot|gebraucht"),
            (0, 0, 0.4, 2.6),
            "is ready to spend",
        ),
        Cue("near", _words("in der nähe|in meiner nähe"), (0, 0, 0, 1.6), "says near me", 4.0),
    ),
}

FEATURE_CUES: dict[str, Cue] = {
    "answer_box": Cue("page_answer", (), (1.2, 0, 0, 0), "the page answers at once"),
    "questions_box": Cue("page_questions", (), (0.7, 0, 0, 0), "the page lists questions"),
    "video_strip": Cue("page_videos", (), (0.8, 0, 0, 0), "the page shows videos"),
    "shopping_strip": Cue("page_shopping", (), (0, 0, 0.8, 1.2), "the page shows things to buy"),
    "map": Cue("page_map", (), (0, 0, 0, 0.8), "the page shows a map", 3.0),
}
