"""The first hour: own files only from import to plan, guesses, thresholds, seeds proposed, up next,
and keywords taken away."""

from datetime import timedelta
from typing import Any

import pytest

from bunraku.core.gather.proposed import propose_seeds
from bunraku.server.clock import today
from bunraku.server.cluster.models import Cluster
from bunraku.server.plan.models import Piece, PieceKeyword
from bunraku.server.projects.models import Project
from bunraku.server.readings.providers import practises
from bunraku.server.sheet.models import STATES, Row
from tests.server.conftest import Api, pieces_of

pytestmark = pytest.mark.django_db
FILE = (
    "Keyword;Volume;KD;CPC;Jan;Feb;Mar;Apr;May;Jun;Jul;Aug;Sep;Oct;Nov;Dec\n"
    "fountain pen restoration;300;18;1,20;20;20;20;20;20;20;20;20;20;20;60;80\n"
    "fountain pen nib grinding;90;;0,80;;;;;;;;;;;;\n"
    "vintage pen shop;700;82;0,40;;;;;;;;;;;;\n"
)


@pytest.fixture
def own_files(api: Api, project: Project) -> Api:
    """A project that rests on its own files alone."""
    Project.objects.filter(pk=project.pk).update(figures_from="files", about="fountain pens")
    project.refresh_from_db()
    return api


def brought(api: Api, text: str = FILE) -> dict[str, dict[str, Any]]:
    file = api.bring(text)
    body = {"channel": "web", "mapping": file["mapping"], "heading": file["heading"]}
    api.post(f"/files/{file['id']}/import", body)
    return {row["text"]: row for row in api.get("/sheet")["rows"]}


def test_own_files_go_from_import_to_a_plan(own_files: Api, project: Project) -> None:
    assert not practises(project)
    rows = brought(own_files)
    restoration, grinding = rows["fountain pen restoration"], rows["fountain pen nib grinding"]
    assert (restoration["difficulty"], restoration["chance_from"]) == (18.0, "file")
    assert grinding["chance_from"] == "signs"
    assert grinding["chance_low"] <= grinding["chance"] <= grinding["chance_high"]
    assert restoration["chance"] > rows["vintage pen shop"]["chance"]
    assert restoration["peak_month"] in (0, 11, 12)
    assert not any(row["practice"] or row["waiting"] for row in rows.values())
    assert all(row["intent"] for row in rows.values())
    assert restoration["worth"] is not None
    own_files.post("/clustering", {"channel": "web"})
    clusters = own_files.get("/clusters")["clusters"]
    made = own_files.post("/pieces", {"cluster_ids": [cluster["id"] for cluster in clusters]})
    assert made["made"] > 0
    # What is worth nothing has no month; all else has one at once.
    for piece in pieces_of(own_files):
        assert bool(piece["month"]) is (piece["worth"] is None or piece["worth"] > 0)
    text = b"".join(own_files.client.get(f"{own_files.base}/keywords.csv").streaming_content)
    assert b"Chance based on" in text
    assert b'"signs"' in text


def test_a_planners_list_tells_bids_and_competition(own_files: Api) -> None:
    text = (
        "Keyword,Monthly searches,Competition,Top of page bid (low range),Top of page bid (high),"
        "Priority\nnib grinding,90,High,0.40,1.20,A\npen repair,300,Low,,0.60,C\n* Rounded,,,,,\n"
    )
    rows = brought(own_files, text)
    assert set(rows) == {"pen repair", "nib grinding"}
    assert rows["nib grinding"]["cpc"] == pytest.approx(0.8)
    assert rows["nib grinding"]["ad_competition"] == pytest.approx(5 / 6, abs=0.01)
    assert rows["pen repair"]["cpc"] == pytest.approx(0.6)
    assert [rows[text]["priority"] for text in ("nib grinding", "pen repair")] == ["high", "low"]
    # What the person decides stays, whatever the file says again.
    own_files.post("/rows/priority", {"row_ids": [rows["pen repair"]["id"]], "priority": "high"})
    assert brought(own_files, text)["pen repair"]["priority"] == "high"


def test_typed_keywords_are_kept_and_weighed_without_a_source(own_files: Api) -> None:
    run = {"seeds": "pen repair, nib tuning", "channels": ["web"], "ways": []}
    own_files.post("/gather/runs", run)
    rows = own_files.get("/sheet")["rows"]
    assert {row["text"] for row in rows} == {"pen repair", "nib tuning"}
    # Where nothing is known, not even searches, nothing is made up.
    assert {(row["chance_from"], row["chance"]) for row in rows} == {("", None)}
    own_files.post("/clustering", {"channel": "web"})
    assert {one["chance"] for one in own_files.get("/clusters")["clusters"]} == {None}
    refused = own_files.refused("POST", "/measure", {"channel": "web", "row_ids": None})
    assert refused["code"] == "nothing_to_measure"


def test_a_guess_outranks_what_was_read_and_is_taken_back(own_files: Api) -> None:
    row = brought(own_files)["fountain pen restoration"]
    own_files.post("/rows/guess", {"row_ids": [row["id"]], "guess": "hard"})
    told = own_files.get(f"/rows/{row['id']}")
    assert (told["guess"], told["row"]["chance_from"]) == ("hard", "guess")
    assert told["row"]["chance"] == pytest.approx(0.15, abs=0.01)
    assert "based on your own estimate" in told["because"]
    own_files.undo()
    assert own_files.get(f"/rows/{row['id']}")["row"] == row
    assert own_files.refused("POST", "/rows/guess", {"row_ids": [row["id"]], "guess": "maybe"})


def test_nobody_is_told_go_on_an_assumption(own_files: Api) -> None:
    row = brought(own_files)["fountain pen nib grinding"]
    assert row["chance_from"] == "signs"
    assert row["verdict"] in ("try", "hard")
    assert row["chance_low"] <= row["chance"] <= row["chance_high"]
    because = own_files.get(f"/rows/{row['id']}")["because"]
    assert "Its results page is not known" in because
    assert "enter its results page, or your own estimate" in because
    best = [one["why"] for one in own_files.get("/up-next")["best"]]
    assert any("an estimated chance of page one between" in why for why in best)
    # A person's own estimate settles it.
    own_files.post("/rows/guess", {"row_ids": [row["id"]], "guess": "easy"})
    settled = own_files.get(f"/rows/{row['id']}")["row"]
    assert (settled["chance_from"], settled["verdict"]) == ("guess", "go")


def test_thresholds_of_ones_own_outrank_the_preset(weighed: Api, project: Project) -> None:
    fields = {
        name: value
        for name, value in weighed.get("").items()
        if name not in ("id", "locale", "lookups_left", "outlets", "chosen_outlets")
    }
    go = Row.objects.filter(verdict=1).count()
    nothing = {"least_volume": 0, "go_chance": 0, "try_chance": 0, "least_worth": 0}
    weighed.send("PUT", "", {**fields, "thresholds": nothing})
    assert Row.objects.filter(verdict=1).count() > go
    assert set(Row.objects.filter(waiting=False).values_list("verdict", flat=True)) <= {0, 1}
    weighed.undo()
    assert Row.objects.filter(verdict=1).count() == go
    bad = {**fields, "version": weighed.get("")["version"], "thresholds": {"go_chance": -1}}
    assert weighed.refused("PUT", "", bad)["field"].startswith("thresholds")


@pytest.mark.parametrize(
    ("about", "seeds"),
    [
        (
            "I repair espresso machines and sell spare parts",
            ["espresso machine repair", "spare parts"],
        ),
        ("Beekeeping for beginners: hives and honey", ["beekeeping", "hives", "honey"]),
        ("my shop sells yarn, knitting needles", ["yarn", "knitting needles"]),
        ("I teach beginners beekeeping", ["beekeeping"]),
        ("", []),
    ],
)
def test_seeds_are_proposed_from_a_sentence(about: str, seeds: list[str]) -> None:
    assert propose_seeds(about, "en") == seeds


def test_places_and_brands_are_not_proposed(api: Api, project: Project) -> None:
    Project.objects.update(about="Piano tuning in Harrowmere", places=["Harrowmere"])
    assert api.get("/gather/proposed") == {"seeds": ["piano tuning"]}
    assert propose_seeds("Ich verkaufe Kaffeemühlen", "de") == ["kaffeemühlen"]
    # A German project may be described in English.
    assert propose_seeds("I restore pianos and sell stools", "de")[0] == "piano restoration"


def test_a_sentence_is_read_before_there_is_a_project(api: Api) -> None:
    for about, told in (
        ("We tune pianos in Marlbury", {"language": "en", "places": ["Marlbury"]}),
        ("Ich verkaufe Kaffeemühlen und repariere sie", {"language": "de", "places": []}),
        ("", {"language": "en", "places": []}),
    ):
        answer = api.client.post("/api/about", {"about": about}, content_type="application/json")
        assert answer.json() == told
    long = {"about": "x" * 2_001}
    assert api.client.post("/api/about", long, content_type="application/json").status_code == 422
    api.client.logout()
    assert api.client.post("/api/about", {}, content_type="application/json").status_code == 401


def test_up_next_says_what_stands_in_the_way(api: Api, project: Project) -> None:
    first = api.get("/up-next")
    assert [block["what"] for block in first["in_the_way"]] == ["nothing_gathered"]
    assert (first["best"], first["due"], first["pieces"]) == ([], [], 0)
    assert first["why_no_best"] == "nothing_gathered"
    api.post("/gather/runs", {"seeds": "moon lamp", "channels": ["web"], "ways": []})
    blocked = {block["what"]: block["count"] for block in api.get("/up-next")["in_the_way"]}
    assert blocked == {"unmeasured": 1, "unclustered": 1, "undecided": 1}
    assert api.get("/up-next")["why_no_best"] == "unmeasured"


def test_up_next_names_the_best_and_what_is_due(weighed: Api) -> None:
    told = weighed.get("/up-next")
    best = told["best"][0]
    assert (told["why_no_best"], told["due"]) == ("", [])
    assert "nothing_gathered" not in {block["what"] for block in told["in_the_way"]}
    assert "unplaced" not in {block["what"] for block in told["in_the_way"]}
    assert best["cluster"] is not None
    assert "searches a month" in best["why"]
    weighed.post("/pieces", {"cluster_ids": [best["cluster"]]})
    after = weighed.get("/up-next")
    assert after["pieces"] == 1
    assert [due["title"] for due in after["due"]] == [pieces_of(weighed)[0]["title"]]
    assert best["cluster"] not in {each["cluster"] for each in after["best"]}
    [line] = weighed.client.get("/api/projects/lines").json()
    assert line["pieces"] == line["due"] == 1
    assert line["next"].startswith("1 due soon")


def test_without_clusters_the_best_are_keywords(weighed: Api) -> None:
    Cluster.objects.all().delete()
    some = weighed.get("/sheet")["rows"][0]["id"]
    Row.objects.update(cluster=None)
    Row.objects.filter(pk=some).update(verdict=1)
    best = weighed.get("/up-next")["best"]
    assert best
    assert all(each["row"] is not None for each in best)
    # What is not about one's subject is not among them, whatever it is worth.
    Row.objects.filter(pk=best[0]["row"]).update(fit=0.2)
    assert best[0]["row"] not in {each["row"] for each in weighed.get("/up-next")["best"]}


def test_up_next_does_not_say_that_keywords_wait_when_all_are_weighed(weighed: Api) -> None:
    # Nothing has a worth, so no cluster is among the best; each keyword is measured and undecided.
    Row.objects.update(verdict=4, worth=0, waiting=False)
    told = weighed.get("/up-next")
    assert told["in_the_way"]
    assert (told["best"], told["why_no_best"]) == ([], "none_good")


def test_up_next_says_that_all_is_planned_only_where_the_good_ones_are(weighed: Api) -> None:
    Row.objects.update(verdict=4, worth=0, waiting=False)
    row = Row.objects.select_related("scope__project").first()
    assert row is not None
    Row.objects.filter(pk=row.pk).update(verdict=1, fit=0.9)
    assert weighed.get("/up-next")["why_no_best"] == ""
    piece = Piece.objects.create(
        project=row.scope.project, scope=row.scope, title="A piece", kind="article", hours=4
    )
    PieceKeyword.objects.create(piece=piece, scope=row.scope, keyword=row.keyword, main=True)
    assert weighed.get("/up-next")["why_no_best"] == "all_planned"
    # A decision does away with what is said to be undecided, and clusters with what has none.
    Row.objects.update(state=STATES.index("kept"))
    assert "undecided" not in {block["what"] for block in weighed.get("/up-next")["in_the_way"]}


def test_what_a_piece_is_late_for_is_said_only_where_it_is(weighed: Api) -> None:
    weighed.post("/pieces", {"cluster_ids": [weighed.get("/up-next")["best"][0]["cluster"]]})
    piece = Piece.objects.get()
    soon = today() + timedelta(days=9)
    for due, late_for in ((soon, ""), (today(), ""), (today() - timedelta(days=1), "day")):
        Piece.objects.filter(pk=piece.pk).update(due=due)
        [told] = weighed.get("/up-next")["due"]
        assert (told["publish_by"], told["late_for"]) == (due.isoformat(), late_for)
    Piece.objects.filter(pk=piece.pk).update(due=None, state="live")
    assert weighed.get("/up-next")["due"] == []


@pytest.mark.parametrize("form", ["csv", "tabs", "lines"])
def test_ticked_keywords_are_taken_away(weighed: Api, form: str) -> None:
    ids = [row["id"] for row in weighed.get("/sheet")["rows"][:3]]
    texts = {row["text"] for row in weighed.get("/sheet")["rows"][:3]}
    body = {"channel": "web", "row_ids": ids, "form": form}
    answer = weighed.client.post(f"{weighed.base}/keywords/picked", body, "application/json")
    lines = answer.content.decode().strip().splitlines()
    if form == "lines":
        assert set(lines) == texts
    else:
        assert len(lines) == 4
        assert ("\t" in lines[0]) is (form == "tabs")
    other = {**body, "channel": "video"}
    assert weighed.refused("POST", "/keywords/picked", other)["code"] == "not_found"
