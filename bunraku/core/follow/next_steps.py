"""What to do next with a live piece: declared rules, each with its sentence; the first that holds
leads."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import Literal

from bunraku.core.channels import form_named
from bunraku.core.weigh.reasons import odds_words

Act = Literal["desk", "plan", "look", "none"]
"""Where one would do it: at the desk, in the plan, in the diary; nothing is to be done."""
FORWARD = (4, 20)
"""Places between which a title decides: above there is little to gain, below it takes more."""
QUIET_DAYS = 84
"""Days without a change after which one that falls wants to be looked through."""
NEAR = 12
"""Places between two pieces of one's own for them to take from each other."""
BETTER_CHANCE = 0.25
"""By how much a wording must be likelier to be taken instead."""


@dataclass(frozen=True)
class PhraseFacts:
    """A phrase of a piece: its place (0 not shown, None not looked at), the place of another piece
    of one's own with its address, searches a month, whether the title says it word for word and
    begins with it."""

    text: str
    main: bool
    place: int | None
    other: int | None = None
    other_address: str = ""
    searches: float | None = None
    in_title: bool = True
    leads: bool = True


@dataclass(frozen=True)
class Facts:
    """What is known of a live piece: its form, its age in days, whether it stands where it will,
    what its phrases did in about four weeks, what came of its last change and how many days ago
    that was, years in its fields that are over, questions of its page that it leaves open, links of
    the plan that it lacks (to which title, with which phrase), a likelier wording of its cluster
    with its chance and that of the main phrase, visits a month that were foretold, whether a source
    can be asked where it stands."""

    form: str
    age_days: int
    settled: bool
    looked_at: bool
    phrases: Sequence[PhraseFacts]
    rose: int = 0
    fell: int = 0
    why: str = ""
    changed_days: int | None = None
    old_years: Sequence[str] = ()
    questions: Sequence[str] = ()
    links: Sequence[tuple[str, str]] = ()
    wording: tuple[str, float, float] | None = None
    foretold: float = 0.0
    can_be_looked_at: bool = True

    @property
    def main(self) -> PhraseFacts | None:
        """The main phrase."""
        return next((phrase for phrase in self.phrases if phrase.main), None)

    @property
    def shown(self) -> list[PhraseFacts]:
        """Phrases that are shown."""
        return [phrase for phrase in self.phrases if phrase.place]


@dataclass(frozen=True)
class Step:
    """A proposal: its rule, what to do, why, and where."""

    rule: str
    do: str
    why: str
    act: Act


@dataclass(frozen=True)
class StepRule:
    """A rule: its id, what it is about, and what it proposes where it holds (None: it does not)."""

    id: str
    about: str
    proposes: Callable[[Facts], Step | None] = field(compare=False)


def next_steps(facts: Facts) -> list[Step]:
    """Proposals for a piece, the one to begin with first; never none. Raises: nothing."""
    found = [step for rule in RULES if (step := rule.proposes(facts)) is not None]
    return found or [Step("leave", "Leave it as it is.", "Nothing asks for a change.", "none")]


def _look(facts: Facts) -> Step | None:
    if facts.looked_at:
        return None
    if facts.can_be_looked_at:
        do, why = "Check its rankings.", "Its rankings have not been checked yet."
    else:
        do = "Import your search performance report."
        why = "No source reports its rankings; your search performance report does."
    return Step("look", do, why, "look")


def _unknown(facts: Facts) -> Step | None:
    days = form_named(facts.form).found_days
    if not facts.looked_at or facts.shown or facts.age_days <= days:
        return None
    return Step(
        "unknown",
        "Check whether it is indexed.",
        f"It ranks for none of its keywords, {facts.age_days} days after publishing; most rank "
        f"within {days}.",
        "none",
    )


def _take_back(facts: Facts) -> Step | None:
    if facts.why != "hurt":
        return None
    return Step(
        "take_back",
        "Undo the last change.",
        "It probably hurt: the earlier version did better compared with unchanged pieces.",
        "desk",
    )


def _wrong_piece(facts: Facts) -> Step | None:
    wrong = [p for p in facts.phrases if p.other and (not p.place or p.other + 2 < p.place)]
    if not wrong:
        return None
    first = max(wrong, key=lambda phrase: phrase.searches or 0)
    more = f" and {len(wrong) - 1} more" if len(wrong) > 1 else ""
    stands = f"this one at {first.place}" if first.place else "this one does not rank"
    return Step(
        "wrong_piece",
        f"Give “{first.text}”{more} to the page that ranks for it, or link there with it.",
        f"{_short(first.other_address)} is at position {first.other} for it, {stands}.",
        "plan",
    )


def _fight(facts: Facts) -> Step | None:
    near = [p for p in facts.phrases if p.place and p.other and abs(p.place - p.other) <= NEAR]
    if len(near) < 2:
        return None
    of = {_short(phrase.other_address) for phrase in near}
    return Step(
        "merge",
        "Merge the two pieces.",
        f"It and {sorted(of)[0]} rank near each other for {len(near)} keywords, so they compete.",
        "plan",
    )


def _wait(facts: Facts) -> Step | None:
    if facts.why == "young":
        return Step("wait", "Wait.", "The last change is too fresh to say what it does.", "none")
    if facts.settled or not facts.shown:
        return None
    return Step("wait", "Wait: too early to judge.", "It is too new to judge.", "none")


def _rising(facts: Facts) -> Step | None:
    if facts.rose < 2 or facts.rose < 3 * facts.fell:
        return None
    return Step(
        "rising",
        "Leave it: it is rising.",
        f"{facts.rose} keywords rose, {facts.fell} fell.",
        "none",
    )


def _year(facts: Facts) -> Step | None:
    if not facts.old_years:
        return None
    years = ", ".join(facts.old_years)
    return Step("year", f"Put the coming year in place of {years}.", "It is out of date.", "desk")


def _forward(facts: Facts) -> Step | None:
    main = facts.main
    if main is None or not main.place or not FORWARD[0] <= main.place <= FORWARD[1] or main.leads:
        return None
    do = (
        f"Begin the title with “{main.text}”."
        if main.in_title
        else (f"Use “{main.text}” in the title.")
    )
    return Step("forward", do, f"It is at position {main.place}, where the title decides.", "desk")


def _say(facts: Facts) -> Step | None:
    unsaid = [
        p
        for p in facts.phrases
        if not p.main and not p.in_title and p.place and FORWARD[0] <= p.place <= 30
    ]
    if not unsaid:
        return None
    best = max(unsaid, key=lambda phrase: phrase.searches or 0)
    return Step(
        "say",
        f"Make room for “{best.text}” in the title.",
        f"It is at position {best.place} although the title leaves it out.",
        "desk",
    )


def _gap(facts: Facts) -> Step | None:
    if not facts.questions:
        return None
    more = f", and {len(facts.questions) - 1} more" if len(facts.questions) > 1 else ""
    return Step(
        "gap",
        f"Answer “{facts.questions[0]}”{more}.",
        "The results page shows this question; the piece does not answer it.",
        "desk",
    )


def _link(facts: Facts) -> Step | None:
    if not facts.links:
        return None
    title, phrase = facts.links[0]
    return Step(
        "link",
        f"Link to “{title}” with “{phrase}”.",
        "The plan has the link, the text does not.",
        "desk",
    )


def _wording(facts: Facts) -> Step | None:
    main = facts.main
    if facts.wording is None or main is None or (main.place and main.place <= FORWARD[1]):
        return None
    text, chance, mine = facts.wording
    if chance - mine < BETTER_CHANCE:
        return None
    return Step(
        "wording",
        f"Make “{text}” the main keyword.",
        f"Fewer target it: {odds_words(chance)} of page one, {odds_words(mine)} with "
        f"“{main.text}”.",
        "plan",
    )


def _fading(facts: Facts) -> Step | None:
    quiet = facts.changed_days is None or facts.changed_days >= QUIET_DAYS
    if facts.fell < 2 or facts.fell < 3 * facts.rose or not quiet:
        return None
    return Step(
        "refresh",
        "Review and update it.",
        f"{facts.fell} keywords fell, {facts.rose} rose, and it has not been changed for long.",
        "desk",
    )


def _let_go(facts: Facts) -> Step | None:
    near = [phrase for phrase in facts.shown if phrase.place and phrase.place <= 30]
    if not facts.settled or not facts.looked_at or near or facts.foretold >= 1:
        return None
    if _rising(facts):
        return None
    return Step(
        "let_go",
        "Stop working on it.",
        "It has settled, none of its keywords is in the top 30, and almost no visits were "
        "forecast.",
        "plan",
    )


def _short(address: str) -> str:
    return address.split("://")[-1].partition("/")[2].join(("/", "")) or address


RULES = (
    StepRule("look", "Its rankings were never checked.", _look),
    StepRule("unknown", "It ranks for nothing, although it was published long ago.", _unknown),
    StepRule("take_back", "Its last change probably hurt.", _take_back),
    StepRule("wrong_piece", "Another of your pieces ranks for its keyword.", _wrong_piece),
    StepRule("merge", "It competes with another piece.", _fight),
    StepRule("wait", "It is too soon to do anything.", _wait),
    StepRule("rising", "It rises.", _rising),
    StepRule("year", "It names a year that is over.", _year),
    StepRule("forward", "Its title does not start with the main keyword.", _forward),
    StepRule("say", "Its title leaves a keyword out that is close to ranking.", _say),
    StepRule("gap", "The results page asks what it does not answer.", _gap),
    StepRule("link", "A link of the plan is missing.", _link),
    StepRule("wording", "Another wording of its cluster is likelier.", _wording),
    StepRule("refresh", "It is falling and has not been changed for a long time.", _fading),
    StepRule("let_go", "It earns nothing, and nothing suggests that it will.", _let_go),
)
"""All rules, the one that leads first."""
