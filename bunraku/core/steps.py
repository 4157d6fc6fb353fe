"""The help page of each step of the work: what it is for, what to do in which order, and its
figures. Written here once: the page shows it, and `docs/steps.md` is generated from it."""

from typing import NamedTuple

from bunraku.core.figures import FIGURES


class StepHelp(NamedTuple):
    """`id` as in addresses (up-next: the page a project opens on); `order`, what one does first,
    second and so on; `own_files`, what changes without a source; `figures`, ids of the register."""

    id: str
    name: str
    purpose: str
    order: tuple[str, ...]
    own_files: str
    figures: tuple[str, ...]


STEPS = (
    StepHelp(
        "up-next",
        "Up next",
        "The few things worth doing now: the best topics you have not planned, pieces that are "
        "due, changes to review, and keywords that still need something.",
        (
            "Finish what is under To do: figures and clusters come before decisions.",
            "Write what is due.",
            "Review what you changed: ten days after a video or a listing, three weeks after a "
            "page.",
            "Then plan the best topics that are left.",
        ),
        "It works the same. Nothing says Go until there is a results page or your own estimate.",
        ("worth", "chance", "publish_by"),
    ),
    StepHelp(
        "gather",
        "Gather",
        "Collects what people search for, from a few seed terms or from your own lists.",
        (
            "Start with two or three words that a customer would type.",
            "Choose the methods and read the estimate: it says how many keywords and what price.",
            "Combine what you offer with places and modifiers such as “best” or “near me”.",
            "Reject what is off topic, with a reason: relevance learns from it.",
            "Turn a brand or a word that keeps coming back into a rule.",
            "Explore from a good keyword: it becomes the next seed.",
        ),
        "Import a list, type keywords or combine words. Figures in the file are used at once.",
        ("relevance", "fit", "family"),
    ),
    StepHelp(
        "weigh",
        "Weigh",
        "Shows demand beside competition for your own site, channel or shop, and says which "
        "keywords are worth the hours.",
        (
            "Measure: you see the price first.",
            "Compare wordings of one search with C: singular and plural, verb and noun.",
            "Open the results page with R: who ranks, how strong they are, how exact their titles "
            "are.",
            "Check the year: does it last, or is it December only?",
            "Shortlist with S, reject with X, or enter your own estimate of the chance.",
        ),
        "Searches come from your list, or are worked out from your report's impressions and "
        "positions. Without a results page the chance is estimated and the verdict is never Go, "
        "unless your page ranks already: import a results page or enter your own estimate.",
        (
            *("volume", "season", "intent", "title_matches", "own_strength", "difficulty"),
            *("chance", "clicks", "click_value", "worth", "verdict", "hands"),
        ),
    ),
    StepHelp(
        "cluster",
        "Cluster",
        "Groups keywords that one piece can cover, and sorts the groups into themes.",
        (
            "Cluster the keywords that are in no cluster yet.",
            "Read the suggestions: what to merge, split or move.",
            "Move a keyword or rename a cluster by hand: re-clustering keeps that.",
            "Compare the themes by searches, worth or chance.",
            "Select the clusters worth your hours and plan them.",
        ),
        "Without results pages keywords are grouped by their words and meaning. Import results "
        "pages of doubtful ones to be sure.",
        ("cluster", "worth", "chance", "ranking", "firmness"),
    ),
    StepHelp(
        "plan",
        "Plan",
        "Puts pieces into the months in which they earn most, within the hours you have.",
        (
            "Say how many hours a month you have, for how many months.",
            "Schedule to your hours.",
            "Move what must be in a month of its own: it is pinned there.",
            "Settle competing pieces and locations that would read the same.",
            "Try what more hours or another outlet would change, before you decide.",
            "Hand out briefs.",
        ),
        "Without a value of a click, pieces are compared by visits. Months count only where your "
        "list has searches month by month.",
        ("publish_by", "value_by_month", "fit_hours", "alike", "ranking"),
    ),
    StepHelp(
        "write",
        "Write",
        "Fits the keywords into titles, descriptions, tags and text within each field's limit.",
        (
            "Write the title, or let one be suggested; compare two.",
            "Fill the fields from the top; what is missing is listed at the right.",
            "Apply the suggested fixes, then read it aloud.",
            "Copy the fields, or export them.",
            "Publish: the URL and the texts are kept, so that you can see what they did.",
        ),
        "It works the same way.",
        ("packed", "duel", "coverage", "made", "wording"),
    ),
    StepHelp(
        "follow",
        "Follow",
        "Says what came of it: where published pieces rank, what a change did, and what to do "
        "next.",
        (
            "Check ranks when they are due; you see the price first.",
            "Note every change: titles, links, an update of the search engine.",
            "Review it after ten days or three weeks: did it rise more than the pieces you left "
            "alone?",
            "Do what is suggested, or make it a task.",
            "Send the monthly report.",
        ),
        "Import your search performance report: positions, clicks and pages that share a query "
        "come from it.",
        ("visible", "before_after", "sign_test", "learned", "month_end"),
    ),
)


def steps_markdown() -> str:
    """docs/steps.md, whole."""
    named = {figure.id: figure for figure in FIGURES}
    parts = [
        "# The steps of the work\n",
        "Generated from `bunraku/core/steps.py` by `make docs`; do not edit. The page shows the "
        "same with `?`. [figures.md](figures.md) says in full how each figure is worked out.\n",
    ]
    for step in STEPS:
        order = "\n".join(f"{n}. {line}" for n, line in enumerate(step.order, 1))
        figures = "\n".join(f"- **{named[id].name}**: {named[id].help}" for id in step.figures)
        parts.append(
            f"## {step.name}\n\n{step.purpose}\n\n{order}\n\n**With your own files only.** "
            f"{step.own_files}\n\n{figures}\n"
        )
    return "\n".join(parts)
