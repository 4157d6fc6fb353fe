"""A piece's brief: all that whoever makes it must know, from what is known."""

from collections import Counter
from collections.abc import Sequence
from typing import Any

from bunraku.core.channels import KINDS, channel_named
from bunraku.core.channels.form import VISIBLE
from bunraku.core.plan.brief import Brief, Section
from bunraku.core.text import identity_key
from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.core.weigh.company import Narrowing
from bunraku.core.weigh.phrase_match import says_exactly
from bunraku.core.weigh.reasons import chance_words, count_words
from bunraku.server.clock import today
from bunraku.server.errors import not_found
from bunraku.server.plan.linking import around_piece
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from bunraku.server.weigh.results.view import view_page

MOST_PHRASES = 40
"""Phrases in a brief, the weightiest: a writer follows no more."""
SAID_BY_MOST = 0.5
"""Share of those who stand there that must say a phrase for it to be what they all say."""
FORMS = {
    "answer_box": "an answer box: answer in two sentences near the top, under a heading that asks",
    "questions_box": "a box of questions: answer each under its own heading",
    "video_strip": "a strip of videos: show how it is done, and make a video if you can",
    "shopping_strip": "a shopping strip: prices and pictures are compared before a click",
    "map": "a map: name the place, the address and the hours, and ask for reviews",
}
WANTS = {
    "informational": "information",
    "navigational": "one particular site",
    "commercial": "to compare",
    "transactional": "to buy",
}


def briefs_of(project: Project, piece_ids: Sequence[int]) -> list[Brief]:
    """Briefs of some pieces, in the order given. Raises: not_found where one is not there."""
    plan = plan_of(project, list(dict.fromkeys(piece_ids)))
    if len(plan) < len(set(piece_ids)):
        raise not_found("piece")
    return [_brief(project, figures) for figures in plan]


def _brief(project: Project, figures: PieceFigures) -> Brief:
    piece, main = figures.piece, figures.main
    page = _page(project, figures)
    sections = [
        _why(project, figures, page),
        _phrases(figures),
        _questions(figures, page),
        _who(page),
        _common(figures, page),
        _form(figures, page),
        _when(figures),
        _links(project, figures),
        _limits(figures),
        Section("Kept for it", points=_kept(figures)),
    ]
    outlet = piece.outlet.name if piece.outlet else "no outlet yet"
    about = f"{KINDS[piece.kind].name} for {outlet}, {piece.hours:g} hours"
    if piece.improves:
        about += f", improving the existing page{f' ({piece.address})' if piece.address else ''}"
    if main:
        about += f". Main keyword: {main.text}"
    return Brief(piece.title, f"{about}.", [one for one in sections if not one.empty])


def _page(project: Project, figures: PieceFigures) -> dict[str, Any] | None:
    if figures.main is None:
        return None
    return view_page(
        project,
        figures.main.pk,
        outlet_id=figures.piece.outlet_id,
        depth=10,
        narrowing=Narrowing(),
    )


def _why(project: Project, figures: PieceFigures, page: dict[str, Any] | None) -> Section:
    lines = [f"Planned because {figures.piece.because}."] if figures.piece.because else []
    if page:
        change = "" if "would be" in page["because"] else page["change"]
        lines += [text for text in (page["conclusion"], page["because"], change) if text]
    told = []
    if figures.volume is not None:
        told.append(f"{count_words(figures.volume)} searches a month for all its keywords")
    if figures.worth is not None:
        told.append(f"worth about {project.currency}{figures.worth:,.2f} a month once settled")
    if told:
        lines.append(f"Together: {', '.join(told)}.")
    if page and page["read_on"]:
        from_where = " from the practice source" if page["practice"] else ""
        lines.append(
            f"Figures as of {today():%-d %B %Y}; the results page was fetched on "
            f"{page['read_on']:%-d %B %Y}{from_where}."
        )
    if figures.practice:
        lines.append("Some of its figures are practice figures: simulated, for trying things out.")
    return Section("Purpose", lines=lines)


def _phrases(figures: PieceFigures) -> Section:
    rows = sorted(
        figures.rows,
        key=lambda row: (row is not figures.main, -(row.worth or 0), -(row.volume or 0)),
    )[:MOST_PHRASES]
    left = len(figures.rows) - len(rows)
    return Section(
        "Keywords, most important first",
        lines=[f"{left} more secondary keywords."] if left else [],
        head=("Keyword", "Searches a month", "Chance", "Intent"),
        rows=[
            (
                row.text,
                "not known" if row.volume is None else count_words(row.volume),
                "not known" if row.chance is None else chance_words(row.chance),
                WANTS[INTENTS[row.intent]] if row.intent >= 0 else "",
            )
            for row in rows
        ],
    )


def _questions(figures: PieceFigures, page: dict[str, Any] | None) -> Section:
    asked = [phrase["text"] for phrase in page["questions"]] if page else []
    asked += [row.text for row in figures.rows if _is_question(row)]
    unique = {identity_key(text): text for text in asked}
    return Section("Questions to answer", points=list(unique.values()))


def _is_question(row: Row) -> bool:
    first = row.folded.split()[:1]
    return bool(first) and first[0] in {
        *("how", "what", "why", "when", "where", "who", "which", "can", "do", "does", "is", "are"),
        *("should", "wie", "was", "warum", "wann", "wo", "wer", "welche", "welcher", "kann"),
    }


def _who(page: dict[str, Any] | None) -> Section:
    if not page or not page["results"]:
        return Section("Current results")
    return Section(
        "Current results",
        head=("Place", "Title", "Whose", "Strength", "Since"),
        rows=[
            (
                str(result["position"]),
                result["title"],
                result["publisher"],
                "" if result["strength"] is None else f"{result['strength']:.0f}",
                f"{result['published']:%Y}" if result["published"] else "",
            )
            for result in page["results"][:10]
        ],
    )


def _common(figures: PieceFigures, page: dict[str, Any] | None) -> Section:
    if not page or not page["results"] or not page["company"]:
        return Section("What they have in common")
    company, first = page["company"], page["results"][:10]
    lines = [
        f"{company['titles']} of {company['results']} titles and {company['addresses']} URLs "
        "contain the exact main keyword."
    ]
    ages = sorted(r["published"] for r in first if r["published"])
    if ages:
        lines.append(f"Half were published before {ages[len(ages) // 2]:%B %Y}.")
    words = sorted(w["words"] for w in page["fields"] if w["words"])
    if words:
        lines.append(
            f"They have {words[0]:,} to {words[-1]:,} words, typically {words[len(words) // 2]:,}."
        )
    heads = sorted(len(w["headings"]) for w in page["fields"] if w["headings"])
    if heads:
        lines.append(f"They have {heads[0]} to {heads[-1]} headings.")
    if page["made"]:
        lacks = "; ".join(
            f"{one['of']} could {_lower(one['text'])}" for one in page["made"]["lacks"]
        )
        lines.append(
            f"Content quality out of 100: {page['made']['least']} to {page['made']['most']}"
            f"{f'. {lacks}' if lacks else ''}."
        )
    least = max(2, SAID_BY_MOST * len(page["fields"]))
    said = [used["text"] for used in page["used"] if used["used_by"] >= least and not used["brand"]]
    points = [f"Common terms: {', '.join(said[:12])}"] if said else []
    unsaid = _unsaid(figures, page)
    if unsaid:
        points.append(f"Missing everywhere: {', '.join(unsaid[:12])}")
    return Section("What they have in common", lines=lines, points=points)


def _lower(text: str) -> str:
    return f"{text[:1].lower()}{text[1:]}".rstrip(".")


def _unsaid(figures: PieceFigures, page: dict[str, Any]) -> list[str]:
    """Phrases of the piece that no title, heading, description or tag of theirs says."""
    language = figures.piece.scope.language
    texts = [result["title"] for result in page["results"][:10]]
    for written in page["fields"]:
        texts += [written["description"], *(h["text"] for h in written["headings"])]
        texts += [tag["text"] for tag in written["tags"]]
    rows = sorted(figures.rows, key=lambda row: -(row.volume or 0))
    return [
        row.text
        for row in rows[:MOST_PHRASES]
        if not any(says_exactly(text, row.text, language) for text in texts)
    ]


def _form(figures: PieceFigures, page: dict[str, Any] | None) -> Section:
    points = [
        f"There is {FORMS[name]}." for name in (page["features"] if page else []) if name in FORMS
    ]
    intents = Counter(row.intent for row in figures.rows if row.intent >= 0)
    lines = []
    if intents:
        main = INTENTS[intents.most_common(1)[0][0]]
        lines.append(f"Searchers mostly want {WANTS[main]}: give them that first.")
    return Section("Recommended format", lines=lines, points=points)


def _when(figures: PieceFigures) -> Section:
    piece, by = figures.piece, figures.publish_by
    lines = []
    if piece.due:
        lines.append(f"Due on {piece.due:%-d %B %Y}.")
    if piece.month:
        lines.append(f"Planned for {piece.month:%B %Y}.")
    if by.day and by.climb:
        late = " That date has passed; it will be ready for the next season." if by.late else ""
        climb = f"{by.climb:%B %Y}"
        lines.append(f"Publish by {by.day:%-d %B %Y} to catch the rise in {climb}.{late}")
    elif piece.month:
        lines.append("Any month: no seasonality.")
    return Section("When", lines=lines)


def _links(project: Project, figures: PieceFigures) -> Section:
    around = around_piece(project, figures.piece.pk)
    lines = [f"It depends on “{one['title']}”." for one in around["waits_for"]]
    lines += [f"“{one['title']}” depends on it." for one in around["waited_for_by"]]
    points = [
        (f"To “{link['title']}”" if link["outward"] else f"From “{link['title']}”")
        + f", with the words “{link['phrase']}”: {link['why']}"
        for link in around["links"]
    ]
    return Section("Links to add", lines=lines, points=points)


def _limits(figures: PieceFigures) -> Section:
    form = channel_named(figures.piece.scope.channel).form
    low, high = form.title_characters
    rows = [("Title", f"{low} to {high} characters", "the exact main keyword, early")]
    low, high = form.description_characters
    rows.append(
        ("Description", f"{low} to {high:,} characters", f"the main keyword in the first {VISIBLE}")
    )
    rows += form.brief
    return Section("Fields and limits", head=("Field", "Length", "What it must contain"), rows=rows)


def _kept(figures: PieceFigures) -> list[str]:
    piece = figures.piece
    told = [
        ("Alternative title", piece.reserve_title),
        ("Idea for later", piece.parked_idea),
        ("Chosen tags", ", ".join(piece.tags)),
        ("Note", piece.note),
        ("Owner", piece.maker),
    ]
    return [f"{name}: {text}" for name, text in told if text]
