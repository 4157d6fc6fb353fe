"""The languages of the practice world, one a locale: its heads, frames and fills, read from their
tables."""

from dataclasses import dataclass, replace
from functools import cache

from bunraku.sources.rehearsal import abroad, english, german
from bunraku.sources.rehearsal import unknown_english as elsewhere
from bunraku.sources.rehearsal import unknown_german as elsewhere_german


@dataclass(frozen=True)
class Head:
    """A thing, part, service, event or topic: plural, demand a month on web, video and marketplace,
    cost per click in pounds, the shape of its year, yearly growth, what kind of life it has, the
    concept it names, and what its pages are about where that is said otherwise: one ("kiln"), or
    the same by another word."""

    name: str
    plural: str
    kind: str
    web: float
    video: float
    marketplace: float
    cpc: float
    season: str
    growth: float = 0.0
    life: str = ""
    concept: str = ""
    said_as: str = ""

    @property
    def about(self) -> str:
        """What pages on it are about."""
        return self.said_as or self.name


@dataclass(frozen=True)
class Frame:
    """A way of asking: a template with {h} or {p} and perhaps {fill}, {more} or {o} (another head);
    what fills it; how much of the head's demand it draws on web, video and marketplace; the facet,
    which decides who stands on its page; the kinds of head it goes with."""

    template: str
    fills: tuple[str, ...]
    factors: tuple[float, float, float]
    facet: str
    kinds: tuple[str, ...]


@dataclass(frozen=True)
class Companion:
    """A word that stands after many a subject ("course"), how one says more than one, what it makes
    of the subject, the kinds of subject that it goes with, and the word that has its pages where it
    is another one's ("lessons")."""

    word: str
    plural: str
    kind: str
    goes_with: frozenset[str]
    same_as: str = ""


@dataclass(frozen=True)
class Tongue:
    """What is asked in one locale, and in which words."""

    locale: str
    heads: tuple[Head, ...]
    frames: tuple[Frame, ...]
    fills: dict[str, tuple[str, ...]]
    question_words: frozenset[str]
    articles: frozenset[str]
    company: tuple[Companion, ...]
    """What a subject the world does not know is put together with, so that any seed finds some
    company."""
    other_frames: tuple[Frame, ...]
    """How such a subject is asked about, and with which fills: nothing that only astronomers
    say."""
    other_fills: dict[str, tuple[str, ...]]
    joints: frozenset[str]
    """Words that begin a question or join two things: no subject begins or ends with one."""
    measures: frozenset[str]
    """Questions of two words, as how much and how often: neither is of the subject."""
    home: frozenset[str]
    """Words that nobody uses who is about something else than what the world was made for."""
    named_first: bool = False
    """Whether the thing is named before what tells it from others, as in "miel de montagne"."""


SEASONS: dict[str, tuple[float, ...]] = {
    "even": (1,) * 12,
    "gift": (0.9, 0.65, 0.6, 0.6, 0.65, 0.7, 0.8, 0.95, 0.9, 1.05, 1.8, 2.4),
    "summer": (0.5, 0.5, 0.7, 0.9, 1.1, 1.3, 1.7, 2.0, 1.3, 0.9, 0.6, 0.5),
    "winter": (1.6, 1.3, 1.1, 0.8, 0.6, 0.5, 0.5, 0.6, 0.9, 1.2, 1.4, 1.5),
    "school": (1.1, 1.0, 1.1, 0.9, 0.9, 0.8, 0.5, 0.8, 1.7, 1.5, 1.1, 0.6),
    "eclipse": (0.5, 0.5, 0.7, 0.7, 0.8, 1.0, 1.6, 4.0, 0.8, 0.5, 0.5, 0.4),
    "perseids": (0.1, 0.1, 0.1, 0.2, 0.2, 0.4, 2.2, 8.0, 0.4, 0.1, 0.1, 0.1),
    "geminids": (0.2, 0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.2, 0.2, 0.5, 1.8, 8.5),
    "leonids": (0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.1, 0.2, 0.4, 1.6, 8.6, 0.6),
    "autumn": (1.0, 0.8, 0.7, 0.5, 0.4, 0.35, 0.4, 0.7, 1.5, 2.1, 1.9, 1.35),
    "spring": (0.7, 0.9, 1.6, 2.0, 1.9, 1.4, 1.0, 0.8, 0.7, 0.5, 0.3, 0.3),
    "newyear": (2.1, 1.2, 1.1, 1.0, 1.0, 0.95, 0.85, 0.85, 0.95, 0.8, 0.65, 0.5),
    "march": (0.7, 1.2, 3.4, 0.9, 0.7, 0.6, 0.6, 0.8, 1.6, 0.7, 0.5, 0.4),
}


QUESTIONS = frozenset(
    "how what when which where is are can could does do did will would should why who whose".split()
)
JOINTS = frozenset(
    "for with without to from in on at by near of like as than and or vs versus a an the my "
    "under over above below about alternative instead similar compared between difference "
    "i you we they it".split()
)
MEASURES = frozenset(f"how {n}" for n in "much many long often far old big soon hard".split())
FRAGEN = frozenset(
    "wie was wann welches welche welcher wo warum wieso wer kann können ist sind soll darf".split()
)
FUGEN = frozenset(
    "für mit ohne zu zum zur von in im am an auf bei aus wie als und oder vs ein eine der die das "
    "man unter über statt ähnlich alternative unterschied zwischen nach gegen vergleich vor "
    "besser ich du wir sie es".split()
)
MASSE = frozenset(f"wie {n}" for n in "viel viele lange oft weit alt groß teuer schwer".split())


def read_heads(table: str) -> tuple[Head, ...]:
    """Heads of a table; one without a concept of its own names itself."""
    heads = []
    for line in table.strip().splitlines():
        name, plural, kind, web, video, market, cpc, season, growth, life, *concept = line.split(
            "|"
        )
        heads.append(
            Head(
                name,
                plural,
                kind,
                float(web),
                float(video),
                float(market),
                float(cpc),
                season,
                float(growth),
                life,
                concept[0] if concept else name,
            )
        )
    return tuple(heads)


def read_frames(table: str) -> tuple[Frame, ...]:
    """Frames of a table."""
    frames = []
    for line in table.strip().splitlines():
        template, fill, web, video, market, facet, kinds = line.split("|")
        fills = tuple(fill.split("+")) if fill else ()
        frames.append(
            Frame(
                template,
                fills,
                (float(web), float(video), float(market)),
                facet,
                tuple(kinds.split(",")),
            )
        )
    return tuple(frames)


def read_company(table: str) -> tuple[Companion, ...]:
    """Companions of a table."""
    companions = []
    for line in table.strip().splitlines():
        word, plural, kind, goes_with, *same = line.split("|")
        companions.append(Companion(word, plural, kind, frozenset(goes_with.split(",")), *same))
    return tuple(companions)


def _american(text: str) -> str:
    padded = f" {text} "
    for british, american in english.AMERICAN_WORDS.items():
        padded = padded.replace(f" {british} ", f" {american} ")
    return padded.strip()


def _english(locale: str) -> Tongue:
    heads = read_heads(english.HEADS)
    frames = read_frames(english.FRAMES + english.MORE_FRAMES.lstrip())
    fills = english.FILLS
    other_frames, other_fills = read_frames(elsewhere.FRAMES), elsewhere.FILLS
    if locale == "en-US":
        # A larger country that says some things otherwise; what a thing is stays the same.
        heads = tuple(
            replace(
                head,
                name=_american(head.name),
                plural=_american(head.plural),
                web=head.web * 2.6,
                video=head.video * 2.9,
                marketplace=head.marketplace * 2.4,
                cpc=head.cpc * 1.2,
            )
            for head in heads
        )
        frames = tuple(replace(frame, template=_american(frame.template)) for frame in frames)
        other_frames = tuple(
            replace(frame, template=_american(frame.template)) for frame in other_frames
        )
        fills, other_fills = (
            {name: tuple(map(_american, words)) for name, words in some.items()}
            for some in (fills, other_fills)
        )
        fills["town"] = english.AMERICAN_TOWNS
    return Tongue(
        locale,
        heads,
        frames,
        fills,
        QUESTIONS,
        frozenset(["a", "an", "the", "my", "your"]),
        read_company(elsewhere.COMPANY),
        other_frames,
        other_fills,
        QUESTIONS | JOINTS,
        MEASURES,
        english.HOME,
    )


def _german() -> Tongue:
    return Tongue(
        "de-DE",
        read_heads(german.HEADS),
        read_frames(german.FRAMES),
        german.FILLS,
        FRAGEN,
        frozenset(["ein", "eine", "einen", "der", "die", "das", "mein"]),
        read_company(elsewhere_german.COMPANY),
        read_frames(elsewhere_german.FRAMES),
        elsewhere_german.FILLS,
        FRAGEN | FUGEN,
        MASSE,
        german.HOME,
    )


def _abroad(locale: str) -> Tongue:
    language = locale[:2]
    frames, fills = read_frames(abroad.frames(language)), abroad.fills(language)
    small = {
        name: frozenset(abroad.words(name, language))
        for name in ("questions", "articles", "joints", "measures", "home")
    }
    return Tongue(
        locale,
        read_heads(abroad.heads(language)),
        frames,
        fills,
        small["questions"],
        small["articles"],
        read_company(abroad.company(language)),
        frames,
        fills,
        small["questions"] | small["joints"] | small["articles"],
        small["measures"],
        small["home"],
        named_first=language in abroad.NAMED_FIRST,
    )


@cache
def tongue(locale: str) -> Tongue:
    """The tongue of a world locale: one of `LOCALES` or of those abroad."""
    if locale in abroad.LOCALES:
        return _abroad(locale)
    return _german() if locale == "de-DE" else _english(locale)


LOCALES = ("en-GB", "en-US", "de-DE")
"""Where the world is at home: with all of its concepts, and with a lexicon between its
languages."""


def nearest_locale(locale: str) -> str:
    """The world's locale that serves a project's: its own, else one of its language, else British
    English."""
    everywhere = (*LOCALES, *abroad.LOCALES)
    if locale in everywhere:
        return locale
    return next((known for known in everywhere if known[:2] == locale[:2]), "en-GB")
