"""What a piece is to be found by: its phrases with their values, and all that its plan, its results
page and its outlet ask of its fields."""

import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from hashlib import sha1
from typing import Any

from django.core.cache import cache

from bunraku.core.channels import PROFILES, FormId, channel_named, form_named
from bunraku.core.channels.form import Field, Profile
from bunraku.core.text.addresses import address_words
from bunraku.core.write.limits import changed
from bunraku.core.write.written import Aim
from bunraku.core.write.years import other_years
from bunraku.server.clock import today
from bunraku.server.errors import not_found
from bunraku.server.journal.models import LogLine
from bunraku.server.plan.linking import links_of
from bunraku.server.plan.models import Piece
from bunraku.server.plan.outlines import outlines_of
from bunraku.server.plan.selectors import PieceFigures, plan_of
from bunraku.server.projects.models import Project
from bunraku.server.weigh.results.snapshots import pages_of
from bunraku.server.write.models import Draft, OutletLimits, RuleOff

MOST_PHRASES = 200
"""Keywords of a piece that its fields are made for: those of most value."""
KEPT_SECONDS = 60
"""How long what surrounds a piece is kept while somebody types: its links, its questions, the
titles of others. A change that a person makes in the project is seen at once."""


@dataclass(frozen=True)
class Aims:
    """A piece as it is written: its form, its phrases (the main one first) with what each is worth
    here and what that is (worth or searches a month, or one each where neither is known), what
    surrounds it, its limits, and the rules that are off."""

    piece: Piece
    form: FormId
    rows: tuple[int, ...]
    phrases: list[str]
    values: list[float]
    searches: list[float | None]
    chances: list[float | None]
    counted_in: str
    practice: bool
    aim: Aim
    links: list[dict[str, Any]]
    profile: Profile
    off: frozenset[str]
    own_limits: dict[str, float] = field(default_factory=dict)
    names: tuple[str, ...] = ()

    @property
    def other_years(self) -> list[str]:
        """Years that its phrases name and its fields must not."""
        return sorted(other_years(self.phrases, self.aim.main, self.aim.on))

    def with_names(self, text: str) -> str:
        """A text with the names of places and of one's own brands written as they are."""
        for name in self.names:
            text = re.sub(rf"(?<!\w){re.escape(name)}(?!\w)", name, text, flags=re.IGNORECASE)
        return text

    @property
    def fields(self) -> list[Field]:
        """The fields that its outlet has."""
        return [one for one in form_named(self.form).fields if one.id not in self.profile.left_out]

    @property
    def stamp(self) -> str:
        """Tells these phrases, limits and rules from others."""
        said = (self.phrases, self.profile, sorted(self.off), self.aim.on.year)
        return sha1(repr(said).encode(), usedforsecurity=False).hexdigest()


def aims_while_typing(project: Project, piece_id: int) -> Aims:
    """The same, kept for a minute: for what is asked with every key. Raises: not_found."""
    latest = LogLine.objects.filter(project=project).values_list("pk", flat=True).first()
    key = f"aims-{project.pk}-{piece_id}-{latest}-{today()}"
    kept: Aims | None = cache.get(key)
    if kept is None:
        kept = aims_of(project, piece_id)
        cache.set(key, kept, KEPT_SECONDS)
    return kept


def values_of(figures: PieceFigures) -> tuple[list[float], str]:
    """What each phrase of a piece is worth here, and what that is."""
    worth = [row.worth for row in figures.rows]
    searched = [row.volume for row in figures.rows]
    told, counted_in = (
        (worth, "worth")
        if any(worth)
        else (searched, "searches")
        if any(searched)
        else ([1.0 for _ in figures.rows], "phrases")
    )
    return [value or 0.0 for value in told], counted_in


def profile_of(form: FormId, outlet_id: int | None) -> tuple[Profile, dict[str, float]]:
    """The limits of an outlet, and the person's own numbers among them."""
    held = OutletLimits.objects.filter(outlet=outlet_id).first() if outlet_id else None
    return profile_as_held(form, held)


def profile_as_held(form: FormId, held: OutletLimits | None) -> tuple[Profile, dict[str, float]]:
    """The same where what is held of the outlet is at hand."""
    if held is None or held.profile not in PROFILES or PROFILES[held.profile].form != form:
        return form_named(form).profiles[0], {}
    return changed(PROFILES[held.profile], held.own), held.own


def aims_of(project: Project, piece_id: int) -> Aims:
    """What a piece is to be found by. Raises: not_found."""
    plan = plan_of(project, [piece_id])
    if not plan:
        raise not_found("piece")
    figures = plan[0]
    piece = figures.piece
    figures.rows = figures.rows[:MOST_PHRASES]
    values, counted_in = values_of(figures)
    form = channel_named(piece.scope.channel).form.id
    has_body = form_named(form).has("body")
    profile, own = profile_of(form, piece.outlet_id)
    links = _links(project, piece) if has_body else []
    aim = Aim(
        main=figures.main.text if figures.main else "",
        language=piece.scope.language,
        on=today(),
        second=_second(figures),
        place=_place(project, figures),
        links=[(link["phrase"], link["address"]) for link in links],
        questions=_questions(figures) if has_body else (),
        titles=_titles(project, piece),
        addresses=_addresses(project, piece) if has_body else (),
        settled=bool(piece.address),
        rivals=project.rival_brands,
    )
    return Aims(
        piece=piece,
        form=form,
        rows=tuple(row.pk for row in figures.rows),
        phrases=[row.text for row in figures.rows],
        values=values,
        searches=[row.volume for row in figures.rows],
        chances=[row.chance for row in figures.rows],
        counted_in=counted_in,
        practice=figures.practice,
        aim=aim,
        links=links,
        profile=profile,
        off=frozenset(RuleOff.objects.filter(project=project).values_list("rule", flat=True)),
        own_limits=own,
        names=tuple(
            name for name in (*project.places, *project.own_brands) if name != name.casefold()
        ),
    )


def _second(figures: PieceFigures) -> str:
    """A home page carries a second hard phrase: of those it serves the one of most worth."""
    if figures.piece.kind != "home":
        return ""
    others = [row for row in figures.rows if row is not figures.main]
    best = max(others, key=lambda row: (row.worth or 0, row.volume or 0), default=None)
    return best.text if best else ""


def _place(project: Project, figures: PieceFigures) -> str:
    """The place that a home page or a location page is for."""
    if figures.piece.kind == "home":
        return str(project.places[0]) if project.places else ""
    if figures.piece.kind != "location" or figures.main is None:
        return ""
    text = figures.main.text.casefold()
    return next((place for place in project.places if place.casefold() in text), "")


def _links(project: Project, piece: Piece) -> list[dict[str, Any]]:
    """Links that the plan has from this piece: what each says, and where it leads."""
    outlines = outlines_of(project)
    outward = [link for link in links_of(outlines) if link.source == piece.pk]
    titles = {one.pk: one.title for one in outlines}
    targets = [link.target for link in outward]
    addresses = dict(Piece.objects.filter(pk__in=targets).values_list("pk", "address"))
    drafts = Draft.objects.filter(piece__in=targets).values_list("piece_id", "fields")
    slugs = {pk: fields.get("address", "") for pk, fields in drafts}
    return [
        {
            "id": link.target,
            "title": titles[link.target],
            "phrase": link.phrase,
            "why": link.why,
            "address": addresses[link.target]
            or (f"/{slugs[link.target]}" if slugs.get(link.target) else ""),
        }
        for link in outward
    ]


def _questions(figures: PieceFigures) -> Sequence[str]:
    """Questions of the results page of its main keyword, as it was read last."""
    if figures.main is None:
        return ()
    pages = pages_of(figures.piece.scope, figures.main.keyword.key)
    return tuple(pages[0].payload.get("questions", [])) if pages else ()


def _titles(project: Project, piece: Piece) -> Sequence[str]:
    """Titles of the other pieces as they are written."""
    others = Draft.objects.filter(piece__project=project).exclude(piece=piece)
    told = [fields.get("title", "") for fields in others.values_list("fields", flat=True)]
    return [title for title in told if title]


def _addresses(project: Project, piece: Piece) -> Sequence[str]:
    """Addresses of the other pieces, and those that are written for them."""
    others = Piece.objects.filter(project=project, outlet=piece.outlet_id).exclude(pk=piece.pk)
    written = Draft.objects.filter(piece__in=others).values_list("fields", flat=True)
    there = [address for address in others.values_list("address", flat=True) if address]
    return there + [text for fields in written if (text := fields.get("address", ""))]


def begun(aims: Aims) -> dict[str, str]:
    """What stands in the fields before anything was written: what the plan knows."""
    piece = aims.piece
    fields = {"title": piece.title}
    if piece.address and form_named(aims.form).has("address"):
        fields["address"] = address_words(piece.address).strip("/").rpartition("/")[2]
    if piece.tags and any(one.id == "tags" for one in aims.fields):
        fields["tags"] = "\n".join(piece.tags)
    return {name: text for name, text in fields.items() if text}
