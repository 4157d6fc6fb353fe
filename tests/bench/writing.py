"""A desk with 200 phrases and 3,000 words of text: a key through the API and in the core, beside a
plain search of each phrase; saving; families of variations."""

import json
import re
from collections.abc import Iterator
from typing import Any

import numpy as np
from django.contrib.auth.models import User
from django.core.management import call_command
from django.test import Client

from bunraku.core.write.coverage import cover
from bunraku.core.write.fields import places_of
from bunraku.core.write.packing import Wish
from bunraku.core.write.variations import share_out
from bunraku.server.jobs.running import settle
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.actions import create_project
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Row
from bunraku.server.sheet.scopes import add_keywords, scope_of
from tests.bench.timing import Result, percentile, seconds
from tests.core.test_packing import made

PHRASES, WORDS, KEYS, KEY = 200, 3_000, 30, 0.05


def _text(dice: np.random.Generator, phrases: list[str]) -> str:
    """A text of some paragraphs, a phrase in every third sentence."""
    plain = [
        f"{a}{b}" for a in ("ka", "lo", "mi", "ter", "san", "dor") for b in ("len", "tos", "m")
    ]
    said: list[str] = []
    while sum(len(sentence.split()) for sentence in said) < WORDS:
        words = [str(word) for word in dice.choice(plain, 12)]
        if len(said) % 3 == 0:
            words.insert(4, phrases[len(said) % len(phrases)])
        said.append(" ".join(words).capitalize() + ".")
        if len(said) % 9 == 0:
            said.append("\n\n## " + phrases[len(said) % len(phrases)] + "\n\n")
    return " ".join(said)


def _plain(phrases: list[str], text: str) -> int:
    """Each phrase looked for in each sentence, word by word, by pattern."""
    sentences = re.split(r"[.!?]\s|\n\n", text.casefold())
    return sum(
        bool(re.search(rf"\b{re.escape(phrase)}\b", sentence))
        + all(word in sentence.split() for word in phrase.split())
        for phrase in phrases
        for sentence in sentences
    )


def _desk(phrases: list[str]) -> tuple[Client, str]:
    person = User.objects.create_user("bench-writer", password="x")
    fields = {"name": "Writing", "about": "", "rival_brands": ["orrinek"], "places": []}
    outlet = {"name": "site.example", "channel": "web", "address": "", "standing": 30.0}
    project: Project = create_project(person, fields, [outlet])
    scope = scope_of(project, "web")
    add_keywords(scope, {phrase: phrase for phrase in phrases})
    rows = list(Row.objects.filter(scope=scope).order_by("pk"))
    for number, row in enumerate(rows):
        row.volume, row.worth = 1000.0 / (number + 1), 10.0 / (number + 1)
    Row.objects.bulk_update(rows, ["volume", "worth"])
    piece = Piece.objects.create(
        project=project, scope=scope, outlet=project.outlets.get(), title=phrases[0],
        kind="article", hours=5,
    )  # fmt: skip
    PieceKeyword.objects.bulk_create(
        PieceKeyword(piece=piece, scope=scope, keyword_id=row.keyword_id, main=not number)
        for number, row in enumerate(rows)
    )
    client = Client(SERVER_NAME="localhost")
    client.force_login(person)
    return client, f"/api/projects/{project.pk}/pieces/{piece.pk}"


def run() -> Iterator[Result]:
    call_command("migrate", verbosity=0)
    dice = np.random.default_rng(5)
    phrases, _ = made(PHRASES, 5)
    text = _text(dice, phrases)
    fields = {"title": phrases[0], "description": phrases[1], "body": text}
    cover(phrases, places_of("page", fields), fields, "en")
    times: list[float] = []
    for key in range(KEYS):
        typed = {**fields, "body": text.replace(".", f"{'x' * key}.", 1)}
        times.append(
            seconds(lambda f=typed: cover(phrases, places_of("page", f), f, "en"))  # type: ignore[misc]
        )
    plain = seconds(lambda: _plain(phrases, text))
    middle = percentile(times, 0.5)
    yield (
        f"a key at {PHRASES} phrases and {WORDS:,} words, in the core",
        f"{1000 * middle:.0f} ms, {plain / middle:.0f} times a plain search",
        "5 times",
        plain / middle >= 5,
    )
    client, base = _desk(phrases)

    def post(path: str, body: Any, method: str = "POST") -> Any:
        answer = client.generic(
            method, base + path, json.dumps(body), content_type="application/json"
        )
        assert answer.status_code == 200, answer.content[:300]
        return answer

    post("/desk/look", {"fields": fields})
    # As the server does when it is ready.
    settle()
    times = []
    for key in range(KEYS):
        typed = {**fields, "body": text.replace(".", f"{'y' * key}.", 1)}
        times.append(seconds(lambda f=typed: post("/desk/look", {"fields": f})))  # type: ignore[misc]
    middle, slow = percentile(times, 0.5), percentile(times, 0.95)
    yield (
        "  the same through the API, median and 95th percentile",
        f"{1000 * middle:.0f} ms, {1000 * slow:.0f} ms",
        f"{1000 * KEY:.0f} ms",
        slow <= KEY,
    )
    body = {"edits": {"body": {"was": "", "now": text}}, "since": 0}
    took = seconds(lambda: post("/draft", body, "PUT"))
    yield "  saving it", f"{1000 * took:.0f} ms", "300 ms", took <= 0.3
    shares = []
    began = 0.0
    for seed in range(4):
        some, values = made(30, seed)
        wishes = [Wish(80)] * 3
        began += seconds(lambda p=some, v=values, w=wishes: share_out(p, v, w))  # type: ignore[misc]
        shared = share_out(some, values, wishes)
        shares.append(shared.value / shared.bound)
    yield (
        "three variations of 30 phrases: share of the bound, seconds",
        f"mean {np.mean(shares):.3f}, least {min(shares):.3f}; {began / 4:.1f} s",
        "mean 0.99",
        float(np.mean(shares)) >= 0.99,
    )
