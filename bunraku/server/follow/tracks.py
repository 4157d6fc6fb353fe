"""Tracks: the phrases of live pieces with their checks, made, filled and read."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field

from bunraku.core.follow.checks import Check, add, has_checked
from bunraku.core.text.addresses import bare_address
from bunraku.server.clock import today
from bunraku.server.database.bulk import update_many
from bunraku.server.database.parts import in_parts
from bunraku.server.follow.models import Followed, LivePiece, Watch
from bunraku.server.follow.watching import vantages_of
from bunraku.server.plan.models import PieceKeyword
from bunraku.server.sheet.models import Row
from bunraku.sources.asking import Batch
from bunraku.sources.protocol import Stands


@dataclass
class Looked:
    """Tracks to look at from one vantage, by term."""

    place: str
    device: int
    tracks: dict[str, list[Followed]] = field(default_factory=lambda: defaultdict(list))


def tracks_of(lives: Sequence[LivePiece], watch: Watch, *, keep: bool) -> list[Looked]:
    """The tracks of pieces of one scope, by vantage; phrases that their piece no longer serves are
    left out. With `keep`, what the plan changed and tracks that a vantage has none of yet are
    stored, in a transaction; without, it is only told what there would be."""
    phrases = _as_planned(lives, keep=keep)
    local = _local({phrase.keyword_id for phrase in phrases}, lives)
    there = {(f.live_id, f.term, f.place, f.device): f for f in phrases}
    looked: dict[tuple[str, int], Looked] = {}
    made: list[Followed] = []
    for phrase in phrases:
        if phrase.place or phrase.device:
            continue
        for place, device, _ in vantages_of(watch, local=phrase.keyword_id in local):
            key = (phrase.live_id, phrase.term, place, device)
            track = there.get(key)
            if track is None:
                track = _beside(phrase, place, device)
                made.append(track)
            looked.setdefault((place, device), Looked(place, device)).tracks[phrase.term].append(
                track
            )
    if keep:
        Followed.objects.bulk_create(made)
    return list(looked.values())


def _beside(phrase: Followed, place: str, device: int) -> Followed:
    """The same phrase as seen from elsewhere. What was foretold was so from nowhere in
    particular."""
    return Followed(
        live=phrase.live,
        keyword_id=phrase.keyword_id,
        term=phrase.term,
        text=phrase.text,
        place=place,
        device=device,
        main=phrase.main,
        searches=phrase.searches,
    )


def _as_planned(lives: Sequence[LivePiece], *, keep: bool) -> list[Followed]:
    """The phrases of pieces as the plan has them by now: new ones come, without a forecast, those
    that went are looked at no longer, and come back as what they were. A piece that the plan has no
    more keeps its own."""
    owned: dict[int, dict[int, PieceKeyword]] = defaultdict(dict)
    pieces = {live.piece_id: live for live in lives if live.piece_id}
    keywords = PieceKeyword.objects.filter(piece__in=list(pieces)).select_related("keyword")
    for keyword in keywords:
        owned[pieces[keyword.piece_id].pk][keyword.keyword_id] = keyword
    phrases = list(Followed.objects.filter(live__in=lives).select_related("live").order_by("pk"))
    rows = _rows(lives, {pk for each in owned.values() for pk in each})
    known: dict[int, set[int | None]] = defaultdict(set)
    changed: list[Followed] = []
    for phrase in phrases:
        known[phrase.live_id].add(phrase.keyword_id)
        serves = owned.get(phrase.live_id)
        if serves and _follows(phrase, serves, rows):
            changed.append(phrase)
    made = [
        Followed(
            live=live,
            keyword_id=keyword_id,
            term=serving.keyword.key,
            text=rows[keyword_id].text,
            main=serving.main,
            searches=rows[keyword_id].volume,
        )
        for live in pieces.values()
        for keyword_id, serving in owned[live.pk].items()
        if keyword_id not in known[live.pk] and keyword_id in rows
    ]
    if keep:
        Followed.objects.bulk_update(changed, ["main", "until", "searches"], batch_size=500)
        Followed.objects.bulk_create(made)
    return [phrase for phrase in (*phrases, *made) if phrase.until is None]


def _follows(phrase: Followed, serves: dict[int, PieceKeyword], rows: dict[int, Row]) -> bool:
    """Have a phrase be as its piece serves it by now; whether it was not."""
    serving = serves.get(phrase.keyword_id) if phrase.keyword_id else None
    row = rows.get(phrase.keyword_id or 0)
    was = (phrase.main, phrase.until, phrase.searches)
    phrase.main = bool(serving and serving.main)
    phrase.until = None if serving else phrase.until or today()
    phrase.searches = row.volume if row else phrase.searches
    return (phrase.main, phrase.until, phrase.searches) != was


def _rows(lives: Sequence[LivePiece], keywords: Iterable[int]) -> dict[int, Row]:
    scopes = {live.scope_id for live in lives}
    found: dict[int, Row] = {}
    for part in in_parts(sorted(keywords)):
        told = Row.objects.only("keyword_id", "text", "volume", "local")
        for row in told.filter(scope__in=scopes, keyword__in=part):
            found[row.keyword_id] = row
    return found


def _local(keywords: set[int | None], lives: Sequence[LivePiece]) -> set[int | None]:
    known = {pk for pk in keywords if pk is not None}
    return {pk for pk, row in _rows(lives, known).items() if row.local}


def unchecked(looked: Looked, depth: int) -> list[str]:
    """Terms of a vantage that were not looked up today, as deep."""
    on = today()
    return [
        term
        for term, tracks in looked.tracks.items()
        if not all(has_checked(bytes(track.checks), on, depth) for track in tracks)
    ]


def keep_batch(looked: Looked, batch: Batch, depth: int) -> int:
    """Keep what a source said of terms, and that it did not answer; returns how many are to be paid
    for: one that another job looked up meanwhile is not. To be called in a transaction."""
    on = today()
    ids = [track.pk for term in batch.terms for track in looked.tracks[term]]
    now: dict[int, bytes] = {}
    for part in in_parts(ids):
        now |= dict(_kept(part))
    rows: list[tuple[bytes, str, int]] = []
    paid = 0
    for term in batch.terms:
        tracks = [track for track in looked.tracks[term] if track.pk in now]
        answer = batch.answers.get(term)
        fresh = [track for track in tracks if not has_checked(now[track.pk], on, depth)]
        paid += bool(fresh) and answer is not None
        for track in fresh:
            check, other = _check(track, answer, depth)
            track.checks = add(now[track.pk], check)
            track.other = other
            rows.append((track.checks, other[:2_000], track.pk))
    update_many(Followed, ["checks", "other"], rows)
    return paid


def _kept(part: Sequence[int]) -> list[tuple[int, bytes]]:
    found = Followed.objects.filter(pk__in=part).values_list("pk", "checks")
    return [(pk, bytes(checks)) for pk, checks in found]


def _check(track: Followed, answer: object, depth: int) -> tuple[Check, str]:
    """A check of a track, and the other piece of one's own that stood best."""
    if not isinstance(answer, Stands):
        return Check(today(), depth, failed=True), track.other
    own = bare_address(track.live.address)
    mine = [place for place, address in answer.organic if bare_address(address) == own]
    others = [(place, at) for place, at in answer.organic if bare_address(at) != own]
    best = min(others, default=None)
    return (
        Check(
            today(),
            answer.depth,
            min(mine, default=None),
            answer.on_map,
            answer.has_map,
            best[0] if best else None,
        ),
        best[1] if best else "",
    )
