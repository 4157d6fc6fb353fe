"""Tags for a piece: of its own phrases, and of what those use who stand on its results page."""

from collections import Counter
from collections.abc import Sequence

from bunraku.core.text import content_stems, identity_key
from bunraku.core.write.limits import most_of
from bunraku.core.write.tags import Candidate, TagLimits, TagSet, choose_tags
from bunraku.core.write.years import years_to_say
from bunraku.server.projects.models import Project
from bunraku.server.write.aims import Aims
from bunraku.server.write.competitors_texts import gathered_beside, rival_tags
from bunraku.server.write.tongues import terms_in


def tag_set(project: Project, aims: Aims, never: Sequence[str], into: str = "") -> TagSet:
    """The set of tags of most value within the limits of a piece's outlet: of its own phrases, and
    of what others who stand there use or was searched for beside."""
    limits = aims.profile.limits
    room = TagLimits(
        count=next((int(one.most) for one in most_of(limits, "tags", "items")), None),
        each=next((int(one.most) for one in most_of(limits, "tags", "each")), None),
        total=next((int(one.most) for one in most_of(limits, "tags")), None),
    )
    seen = rival_tags(project, aims)
    own = [
        Candidate(text, value, "yours")
        for text, value in zip(aims.phrases, aims.values, strict=True)
    ]
    there = {identity_key(one.text) for one in own}
    others = [
        Candidate(tag.text, _value_of(tag.text, tag.share, aims), tag.origin)
        for tag in (*seen.tags, *gathered_beside(aims))
        if identity_key(tag.text) not in there
    ]
    others += [Candidate(text, ELSEWHERE * value, into) for text, value in terms_in(aims, into)]
    return choose_tags(
        [*own, *(one for one in others if one.value > 0)],
        room,
        language=aims.aim.language,
        never=[*never, *seen.names],
        years=years_to_say(aims.aim.main, aims.aim.on),
    )


ELSEWHERE = 0.5
"""What a phrase in another language is worth as a tag, as a share of the phrase itself."""
NEAR_ENOUGH = 0.6
"""How near to the piece a tag of others must be, 0-1."""
CORE = 0.8
"""Share of a piece's phrases that say a word of its core."""


def _value_of(text: str, share: float, aims: Aims) -> float:
    """What a tag of others is worth here: as much as the middle of one's own phrases, by how many
    of those who stand there use it and how near it is to the piece: the share of its words that
    the piece's phrases say, times the share of what nearly all of them say that it says."""
    language = aims.aim.language
    said = [frozenset(content_stems(phrase, language)) for phrase in aims.phrases]
    counts = Counter(stem for stems in said for stem in stems)
    core = {stem for stem, count in counts.items() if count >= CORE * len(said)}
    mine = frozenset(content_stems(text, language))
    if not mine:
        return 0.0
    near = len(mine & counts.keys()) / len(mine)
    if core:
        near *= len(mine & core) / len(core)
    middle = sorted(aims.values)[len(aims.values) // 2]
    return near * share * max(middle, 1.0) if near >= NEAR_ENOUGH else 0.0


_WHY = {
    "brand": "names a competitor or a channel",
    "year": "names another year",
    "long": "is too long on its own",
    "room": "has no room left",
}


def notes_on(found: TagSet) -> list[str]:
    """What was left out of a set, each with why."""
    notes = []
    for one, why, of in found.left[:40]:
        told = f"says the same as “{of}”" if why == "double" else _WHY[why]
        notes.append(f"“{one.text}” {told}")
    return notes
