"""Packing a field of a piece: what it could say, from the phrases that stand nowhere yet or from
all."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

from bunraku.core.channels import form_named
from bunraku.core.text import identity_key
from bunraku.core.weigh.phrase_match import plain_words
from bunraku.core.write.counting import length
from bunraku.core.write.fields import pairs_of
from bunraku.core.write.finding import LEVELS
from bunraku.core.write.hidden_terms import complete
from bunraku.core.write.limits import most_of
from bunraku.core.write.packing import Contradiction, Packed, Wish, contained
from bunraku.core.write.slug import propose_slug
from bunraku.core.write.tags import hashtag_of
from bunraku.core.write.titles import propose_titles, within
from bunraku.core.write.variations import share_out
from bunraku.core.write.years import is_of_another_year
from bunraku.server.errors import BunrakuError
from bunraku.server.projects.models import Project
from bunraku.server.write.aims import Aims, aims_of
from bunraku.server.write.looking import desk_of
from bunraku.server.write.tagging import notes_on, tag_set

BULLET_CHARACTERS = 100
"""Characters of a bullet as it is proposed: what is read at a glance, whatever the limit."""
DESCRIPTION_CHARACTERS = 155
"""Likewise of the words for a description."""
HASHTAGS = 3


@dataclass(frozen=True)
class Asked:
    """What somebody wants of a field: what it ends with, words that it must and must not say;
    whether phrases that stand in other fields count too; what stands between phrases that share
    nothing; the language of further tags."""

    end: str = ""
    must: Sequence[str] = ()
    never: Sequence[str] = ()
    everything: bool = False
    joiner: str = " "
    into: str = ""


Proposal = dict[str, Any]


def pack_field(
    project: Project, piece_id: int, field: str, fields: Mapping[str, str], asked: Asked
) -> dict[str, Any]:
    """What a field could say, best first; each with the phrases that it holds and leaves, what the
    first are worth, and what none can exceed. Raises: not_found; invalid_input for a field that is
    not packed, or words that must and must not be said."""
    aims = aims_of(project, piece_id)
    maker = _MAKERS.get(field)
    if maker is None or field not in {one.id for one in aims.fields}:
        message = "This field is not made of phrases."
        raise BunrakuError("invalid_input", message, field="field")
    values = aims.values if asked.everything else _left_over(aims, field, fields)
    try:
        proposals = maker(project, aims, values, fields, asked) if aims.phrases else []
    except Contradiction as both:
        raise BunrakuError(
            "invalid_input", str(both), field="must", hint="Take it out of one of the two."
        ) from None
    for proposal in proposals if field not in _PLAIN else ():
        proposal["text"] = aims.with_names(proposal["text"])
    return {"field": field, "counted_in": aims.counted_in, "proposals": proposals}


def _left_over(aims: Aims, field: str, fields: Mapping[str, str]) -> list[float]:
    """What phrases are worth in a field: those that stand word for word in another one, nothing;
    in the title, the first of all, each its own."""
    if field in ("title", "tags"):
        return aims.values
    others = {name: text for name, text in fields.items() if name != field}
    coverage = desk_of(aims, others).coverage
    exact = LEVELS.index("exact")
    return [
        0.0 if LEVELS.index(coverage.best(row)) >= exact else value
        for row, value in enumerate(aims.values)
    ]


def _titles(
    project: Project, aims: Aims, values: list[float], fields: Mapping[str, str], asked: Asked
) -> list[Proposal]:
    limits = most_of(aims.profile.limits, "title")
    found = propose_titles(
        limits,
        aims.phrases,
        values,
        end=asked.end,
        must=asked.must,
        never=_never(aims, asked),
        joiner=asked.joiner,
    )
    told = [_proposal(one.shape, one.packed) for one in found]
    if form_named(aims.form).found_by_words:
        told += _each_word_once(aims, values, asked)
    return told


def _each_word_once(aims: Aims, values: list[float], asked: Asked) -> list[Proposal]:
    """A title for a marketplace that finds a phrase by its words, wherever they stand: the main
    keyword, and behind it the words that complete most of the others."""
    main = f"{aims.phrases[0][:1].upper()}{aims.phrases[0][1:]}"
    lead = " ".join([main, *asked.must])
    limit = most_of(aims.profile.limits, "title")[0]
    room = limit.most - length(f"{lead} {asked.end}", limit.unit)
    found = complete(
        aims.phrases,
        values,
        [lead],
        room,
        limit.unit,
        language=aims.aim.language,
        never=_never(aims, asked),
    )
    if not found.text:
        return []
    text = f"{lead} {found.text}{asked.end}"
    said = contained(text, aims.phrases)
    # What the main keyword says by itself is there too.
    held = sorted({0, *said, *found.completes})
    worth = sum(values[place] for place in held)
    return [_told("words", text, held, aims, worth, worth + found.bound - found.value)]


def _never(aims: Aims, asked: Asked) -> list[str]:
    return [*asked.never, *aims.aim.rivals, *aims.other_years]


def _description(
    project: Project, aims: Aims, values: list[float], fields: Mapping[str, str], asked: Asked
) -> list[Proposal]:
    limits = most_of(aims.profile.limits, "description")
    room = min([DESCRIPTION_CHARACTERS, *(one.most for one in limits)])
    wish = Wish(
        room,
        first=0,
        end=asked.end,
        must=asked.must,
        never=_never(aims, asked),
        joiner=asked.joiner if asked.joiner.strip() else ", ",
    )
    # The main keyword leads, though it stands in the title: its value is not counted again.
    lead = 0.0 if values[0] else 1.0
    worth = [values[0] + lead, *values[1:]]
    packed = within([replace(one, most=room) for one in limits[:1]], aims.phrases, worth, wish)
    if packed is None:
        return []
    return [
        _proposal("first", replace(packed, value=packed.value - lead, bound=packed.bound - lead))
    ]


def _bullets(
    project: Project, aims: Aims, values: list[float], fields: Mapping[str, str], asked: Asked
) -> list[Proposal]:
    count = next((o.most for o in most_of(aims.profile.limits, "bullets", "items")), 5)
    wish = Wish(
        BULLET_CHARACTERS, must=asked.must, never=_never(aims, asked), end=asked.end, joiner=", "
    )
    shared = share_out(aims.phrases, values, [wish] * int(count), thorough=False)
    texts = [text.text for text in shared.texts if text.text and text.value > 0]
    if not texts:
        return []
    held = sorted({place for text in shared.texts for place in text.contained})
    return [_told("shared", "\n".join(texts), held, aims, shared.value, shared.bound)]


def _variations(
    project: Project, aims: Aims, values: list[float], fields: Mapping[str, str], asked: Asked
) -> list[Proposal]:
    names = [name for name, _ in pairs_of(fields.get("variations", "")) if name]
    if not names:
        raise BunrakuError(
            "invalid_input",
            "Name the variations first, one per line, such as “green” or “two metres”.",
            field="variations",
        )
    room = next((o.most for o in most_of(aims.profile.limits, "variations", "each")), 140)
    own = [set(plain_words(name)) for name in names]
    common = set(plain_words(aims.phrases[0]))
    wishes = []
    for number, name in enumerate(names):
        # What tells another variation is no word of this one.
        others = set().union(*(o for n, o in enumerate(own) if n != number)) - own[number] - common
        wishes.append(
            Wish(room, first=0, must=[*asked.must, name], never=[*others, *_never(aims, asked)])
        )
    shared = share_out(aims.phrases, values, wishes)
    lines = [f"{name}: {text.text}" for name, text in zip(names, shared.texts, strict=True)]
    held = sorted({place for text in shared.texts for place in text.contained})
    return [_told("family", "\n".join(lines), held, aims, shared.value, shared.bound)]


def _hidden(
    project: Project, aims: Aims, values: list[float], fields: Mapping[str, str], asked: Asked
) -> list[Proposal]:
    limit = most_of(aims.profile.limits, "hidden")[0]
    said = [text for name, text in fields.items() if name in ("title", "bullets")]
    found = complete(
        aims.phrases,
        values,
        said,
        limit.most,
        limit.unit,
        language=aims.aim.language,
        never=_never(aims, asked),
    )
    if not found.text:
        return []
    return [_told("completes", found.text, found.completes, aims, found.value, found.bound)]


def _tags(
    project: Project, aims: Aims, values: list[float], fields: Mapping[str, str], asked: Asked
) -> list[Proposal]:
    found = tag_set(project, aims, [*asked.never, *aims.aim.rivals], asked.into)
    if not found.taken:
        return []
    text = "\n".join(one.text for one in found.taken)
    keys = {identity_key(one.text) for one in found.taken}
    held = [row for row, phrase in enumerate(aims.phrases) if identity_key(phrase) in keys]
    value = sum(aims.values[row] for row in held)
    return [{**_told("set", text, held, aims, value, 0.0), "notes": notes_on(found)}]


def _hashtags(
    project: Project, aims: Aims, values: list[float], fields: Mapping[str, str], asked: Asked
) -> list[Proposal]:
    order = [
        row
        for row in sorted(range(len(values)), key=lambda row: (row != 0, -aims.values[row]))
        if not is_of_another_year(aims.phrases[row], aims.aim.main, aims.aim.on)
    ]
    said = dict.fromkeys(hashtag_of(aims.phrases[row]) for row in order)
    text = "\n".join([one for one in said if one][:HASHTAGS])
    return [_told("first", text, order[:HASHTAGS], aims, 0.0, 0.0)] if text else []


def _address(
    project: Project, aims: Aims, values: list[float], fields: Mapping[str, str], asked: Asked
) -> list[Proposal]:
    slug = propose_slug(aims.phrases[0], aims.aim.language)
    return [_told("first", slug, [0], aims, aims.values[0], aims.values[0])] if slug else []


def _file(ending: str) -> Any:
    def make(
        project: Project, aims: Aims, values: list[float], fields: Mapping[str, str], asked: Asked
    ) -> list[Proposal]:
        name = propose_slug(aims.phrases[0], aims.aim.language) + ending
        return [_told("first", name, [0], aims, aims.values[0], aims.values[0])]

    return make


_MAKERS = {
    "title": _titles,
    "description": _description,
    "bullets": _bullets,
    "variations": _variations,
    "hidden": _hidden,
    "tags": _tags,
    "hashtags": _hashtags,
    "address": _address,
    "file": _file(".mp4"),
    "picture": _file(".jpg"),
}
_PLAIN = ("address", "file", "picture", "hidden", "hashtags")
"""Fields in which names are not written as names."""
PACKED_FIELDS = frozenset(_MAKERS)
"""Fields that can be made of phrases."""


def _proposal(shape: str, packed: Packed) -> Proposal:
    return {
        "shape": shape,
        "text": packed.text,
        "contained": list(packed.contained),
        "left": list(packed.left),
        "value": round(packed.value, 4),
        "bound": round(packed.bound, 4),
        "notes": [],
    }


def _told(
    shape: str, text: str, held: Sequence[int], aims: Aims, value: float, bound: float
) -> Proposal:
    left = [row for row in range(len(aims.phrases)) if row not in set(held)]
    return {
        "shape": shape,
        "text": text,
        "contained": list(held),
        "left": left,
        "value": round(value, 4),
        "bound": round(bound, 4),
        "notes": [],
    }
