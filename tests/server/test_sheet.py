"""The sheet: filters against plain Python, order, paging to any depth, queries, decisions,
export."""

import csv
import io
import random
from collections.abc import Callable
from typing import Any

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from bunraku.core.text.labelled_phrases import INTENTS
from bunraku.core.weigh.verdict import VERDICTS
from bunraku.server.sheet.api import SheetOut
from bunraku.server.sheet.column import Column
from bunraku.server.sheet.columns import SORTED
from bunraku.server.sheet.export_keywords import COLUMNS
from bunraku.server.sheet.models import STATES, Row
from bunraku.server.sheet.rows import RowOut
from tests.server.conftest import Api, pieces_of

pytestmark = pytest.mark.django_db
Make = Callable[..., list[Row]]
MOST_QUERIES = 6


def some(count: int, seed: int = 3) -> list[dict[str, Any]]:
    """Figures of so many keywords, some unknown."""
    dice = random.Random(seed)

    def maybe(value: float) -> float | None:
        return None if dice.random() < 0.2 else round(value, 2)

    return [
        {
            "text": f"{dice.choice(['telescope', 'star chart', 'moon map'])} "
            f"{dice.choice(['repair', 'set', 'for kids'])} {i}",
            "words": dice.randint(1, 6),
            "state": dice.choice([0, 0, 0, 1, 2]),
            "volume": maybe(dice.lognormvariate(6, 2)),
            "difficulty": maybe(dice.uniform(0, 100)),
            "chance": maybe(dice.random()),
            "worth": maybe(dice.lognormvariate(2, 2)),
            "cpc": maybe(dice.uniform(0.1, 4)),
            "intent": dice.randint(-1, 3),
            "verdict": dice.randint(0, 4),
            "local": dice.random() < 0.3,
            "waiting": dice.random() < 0.3,
            "fit": dice.random(),
            "title_matches": dice.randint(0, 10),
            "change_share": maybe(dice.uniform(-1, 1)),
            "season_strength": maybe(dice.random()),
            "clicks": maybe(dice.uniform(0, 900)),
            "position": maybe(dice.uniform(1, 10)),
            "weak_spots": dice.choice([None, 0, 3, 9]),
        }
        for i in range(count)
    ]


FILTERS: list[tuple[dict[str, Any], Callable[[Row], bool]]] = [
    ({}, lambda r: r.state != 2),
    ({"state": "all"}, lambda r: True),
    ({"state": "dropped"}, lambda r: r.state == 2),
    ({"state": "shortlisted"}, lambda r: r.state == 1),
    ({"state": "open"}, lambda r: r.state == 0),
    ({"volume_min": 300}, lambda r: r.state != 2 and r.volume is not None and r.volume >= 300),
    ({"volume_max": 300}, lambda r: r.state != 2 and r.volume is not None and r.volume <= 300),
    (
        {"difficulty_min": 20, "difficulty_max": 60, "chance_min": 0.2, "worth_min": 1},
        lambda r: (
            r.state != 2
            and r.difficulty is not None
            and 20 <= r.difficulty <= 60
            and (r.chance or 0) >= 0.2
            and (r.worth or 0) >= 1
        ),
    ),
    (
        {"words_min": 4, "cpc_max": 2},
        lambda r: r.state != 2 and r.words >= 4 and r.cpc is not None and r.cpc <= 2,
    ),
    (
        {"intent": ["commercial", "transactional"]},
        lambda r: (
            r.state != 2
            and r.intent in (INTENTS.index("commercial"), INTENTS.index("transactional"))
        ),
    ),
    # Both ends count.
    ({"words_min": 3, "words_max": 3}, lambda r: r.state != 2 and r.words == 3),
    ({"verdict": ["go", "none"]}, lambda r: r.state != 2 and VERDICTS[r.verdict] in ("go", "")),
    ({"q": "REPAIR tele"}, lambda r: r.state != 2 and "repair" in r.text and "tele" in r.text),
    (
        {"without": "kids map"},
        lambda r: r.state != 2 and "kids" not in r.text and "map" not in r.text,
    ),
    ({"q": "%"}, lambda r: False),
    ({"local": True, "waiting": False}, lambda r: r.state != 2 and r.local and not r.waiting),
]


@pytest.mark.parametrize(("asked", "holds"), FILTERS)
def test_filters_let_through_what_they_say(
    api: Api, rows: Make, asked: dict[str, Any], holds: Callable[[Row], bool]
) -> None:
    made = rows(some(160))
    answer = api.get("/sheet", limit=500, **asked)
    expected = {row.text for row in made if holds(row)}
    assert {row["text"] for row in answer["rows"]} == expected
    assert answer["total"] == len(expected)
    ids = api.get("/sheet/ids", **asked)
    assert ids["total"] == len(expected) == len(ids["ids"])


@pytest.mark.parametrize("descending", [True, False])
@pytest.mark.parametrize("column", SORTED, ids=lambda column: column.id)
def test_order_holds_across_pages_with_the_unknown_last(
    api: Api, rows: Make, column: Column, descending: bool
) -> None:
    made = rows(some(57))
    sort = field = column.id
    seen: list[dict[str, Any]] = []
    for offset in range(0, 70, 10):
        answer = api.get(
            "/sheet", sort=sort, descending=descending, offset=offset, limit=10, state="all"
        )
        assert answer["offset"] == offset
        seen += answer["rows"]
    assert len({row["id"] for row in seen}) == len(seen) == len(made)
    values = [getattr(next(r for r in made if r.pk == row["id"]), field) for row in seen]
    known = [value for value in values if value is not None]
    assert values[len(known) :] == [None] * (len(values) - len(known))
    assert known == sorted(known, reverse=descending)
    if not column.can_be_null:
        assert len(known) == len(values)


def test_what_is_told_fits_what_was_promised(api: Api, rows: Make) -> None:
    rows(some(60))
    answer = api.get("/sheet", state="all", limit=500)
    assert set(answer) == set(SheetOut.model_fields)
    by_id = {row["id"]: row for row in answer["rows"]}
    for row in Row.objects.all():
        assert RowOut.from_orm(row).model_dump() == by_id[row.pk]


def test_queries_do_not_grow_with_what_is_asked(api: Api, rows: Make) -> None:
    rows(some(120))
    for asked in (
        {},
        {"volume_min": 10, "q": "tele", "sort": "difficulty", "descending": False, "offset": 40},
    ):
        with CaptureQueriesContext(
            connection,
        ) as queries:
            api.get("/sheet", **asked)
        assert len(queries) <= MOST_QUERIES


def test_the_walkway_counts_what_stands_where(weighed: Api) -> None:
    ids = [row["id"] for row in weighed.get("/sheet")["rows"]]
    for row, state in zip(ids, ("shortlisted", "dropped", "parked", "kept"), strict=False):
        weighed.post("/sheet/state", {"row_ids": [row], "state": state})
    channels = weighed.get("/overview")["channels"]
    assert [channel["channel"] for channel in channels] == ["web"]
    answer = channels[0]
    for state in ("shortlisted", "dropped", "parked"):
        assert answer[state] == weighed.get("/sheet", state=state)["total"] == 1
    assert answer["left_out"] == weighed.get("/sheet", state="left_out")["total"]
    assert answer["keywords"] == weighed.get("/sheet")["total"]
    assert answer["measured"] == weighed.get("/sheet", waiting=False)["total"]
    clusters = weighed.get("/clusters")["clusters"]
    assert answer["clusters"] == len(clusters)
    assert answer["clustered"] == sum(cluster["keywords"] for cluster in clusters)


def test_other_screens_count_their_queries_too(weighed: Api) -> None:
    cluster = weighed.get("/clusters")["clusters"][0]["id"]
    weighed.post("/pieces", {"cluster_ids": [cluster]})
    row = weighed.get("/sheet")["rows"][0]["id"]
    piece = pieces_of(weighed)[0]["id"]
    for path, most in (
        ("/overview", 10),
        ("/clusters", 7),
        (f"/clusters/{cluster}", 8),
        ("/plan", 12),
        ("/plan/pieces", 9),
        ("/plan/clusters", 4),
        ("/plan/prospects", 45),
        ("/measure/gap", 3),
        ("/gather/runs", 3),
        ("/log", 4),
        ("", 4),
        (f"/pieces/{piece}", 8),
        (f"/rows/{row}", 10),
        ("/gather/coverage", 5),
        ("/gather/stream", 7),
        ("/rules", 4),
        ("/rules/hints", 8),
        (f"/rows/{row}/family", 4),
        ("/jobs", 3),
    ):
        with CaptureQueriesContext(connection) as queries:
            weighed.get(path)
        # One more is that of the session.
        assert len(queries) <= most + 1, (path, len(queries))


@pytest.mark.parametrize(
    ("asked", "field"),
    [
        ("limit=0", "limit"),
        ("limit=501", "limit"),
        ("offset=-1", "offset"),
        ("sort=secret", "sort"),
        ("volume_min=-1", "volume_min"),
        ("volume_min=nan", "volume_min"),
        ("volume_min=many", "volume_min"),
        ("intent=happy", "intent"),
        ("verdict=maybe", "verdict"),
        ("channel=radio", "channel"),
        ("q=" + "x" * 300, "q"),
        ("cluster=99999999999999999999", "cluster"),
    ],
)
def test_bad_filters_are_refused_with_the_field(api: Api, asked: str, field: str) -> None:
    assert api.refused("GET", f"/sheet?{asked}")["field"].startswith(field)


def test_words_of_another_alphabet_and_signs_are_looked_for_as_they_are(
    api: Api, rows: Make
) -> None:
    rows([{"text": "größe teleskop"}, {"text": "50% off_telescope"}, {"text": "plain"}])
    assert api.get("/sheet", q="größe")["total"] == 1
    assert api.get("/sheet", q="50%")["total"] == 1
    assert api.get("/sheet", q="f_t")["total"] == 1
    assert api.get("/sheet", q="f_n")["total"] == 0


def test_shortlist_drop_and_undo(api: Api, rows: Make) -> None:
    ids = [row.pk for row in rows(some(6)) if row.state == 0]
    assert api.post("/sheet/state", {"row_ids": ids, "state": "dropped", "reason": "Off topic"})[
        "changed"
    ] == len(ids)
    assert api.get(f"/rows/{ids[0]}")["drop_reason"] == "Off topic"
    assert set(ids) <= {row["id"] for row in api.get("/sheet", state="dropped")["rows"]}
    api.post("/sheet/state", {"row_ids": ids[:1], "state": "shortlisted"})
    assert api.get(f"/rows/{ids[0]}")["row"]["state"] == "shortlisted"
    assert api.undo()["left"] == 1
    assert api.get(f"/rows/{ids[0]}")["row"]["state"] == "dropped"
    api.undo()
    assert api.get(f"/rows/{ids[0]}")["row"]["state"] == "open"
    assert api.get(f"/rows/{ids[0]}")["drop_reason"] == ""
    # A reason is one for dropping; kept keywords need none and keep none.
    api.post("/sheet/state", {"row_ids": ids[:1], "state": "kept", "reason": "Off topic"})
    assert api.get(f"/rows/{ids[0]}")["drop_reason"] == ""


def test_too_many_or_no_rows_at_once_are_refused(api: Api) -> None:
    assert (
        api.refused("POST", "/sheet/state", {"row_ids": [], "state": "open"})["field"] == "row_ids"
    )
    assert (
        api.refused("POST", "/sheet/state", {"row_ids": list(range(5_001)), "state": "open"})[
            "field"
        ]
        == "row_ids"
    )
    assert (
        api.refused("POST", "/sheet/state", {"row_ids": [1], "state": "gone"})["field"] == "state"
    )


def read_csv(api: Api, path: str, **query: Any) -> list[list[str]]:
    response = api.client.get(api.base + path, query)
    assert response["Content-Type"].startswith("text/csv")
    assert "attachment" in response["Content-Disposition"]
    text = b"".join(response.streaming_content).decode("utf-8")
    assert text.startswith("\ufeff")
    return list(csv.reader(io.StringIO(text.removeprefix("\ufeff"), newline="")))


def test_export_is_what_was_filtered_in_its_order(api: Api, rows: Make) -> None:
    rows(
        [
            *some(30),
            {"text": "=cmd|' /c calc'!A1", "volume": 12.0, "worth": 1e9},
            {"text": '-telescope, "best"'},
        ]
    )
    asked = {"sort": "worth", "state": "all"}
    head, *lines = read_csv(api, "/keywords.csv", **asked)
    assert head == [column.name for column in COLUMNS]
    sheet = api.get("/sheet", limit=500, **asked)["rows"]
    assert [line[0].removeprefix("'") for line in lines] == [row["text"] for row in sheet]
    assert lines[0][0] == "'=cmd|' /c calc'!A1"
    assert any(line[0] == '\'-telescope, "best"' for line in lines)
    worth = head.index("Worth a month")
    assert float(lines[0][worth]) == 1e9
    assert {line[head.index("State")] for line in lines} <= set(STATES)
    assert (
        len(read_csv(api, "/keywords.csv", q="moon map")) - 1
        == api.get("/sheet", q="moon map")["total"]
    )


def test_an_empty_export_has_its_heading(api: Api) -> None:
    assert read_csv(api, "/keywords.csv") == [[column.name for column in COLUMNS]]
