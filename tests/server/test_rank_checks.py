"""Looking where one stands: what it costs is bounded, nothing is looked at twice, gaps are gaps."""

from collections.abc import Callable
from datetime import timedelta

import pytest

from bunraku.core.follow.checks import FAILED, unpack
from bunraku.server.clock import set_to, today
from bunraku.server.follow.checking import start_due_checks
from bunraku.server.follow.models import Followed, LivePiece, Watch
from bunraku.server.jobs.models import Job
from bunraku.server.jobs.running import run_job
from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.sources.protocol import What
from bunraku.sources.rehearsal import Faults
from tests.server.conftest import Api, last_job
from tests.server.desks import FIGURES, save
from tests.server.following import ADDRESS, look, place_of, publish, watch_body, weeks

pytestmark = pytest.mark.django_db


def test_looking_is_priced_before_paid_once_and_kept(
    api: Api, piece: Piece, project: Project, counted: dict[What, list[str]]
) -> None:
    live = publish(api, piece)
    assert api.get("/follow/watch")["price"] == 2
    left = api.get("/overview")["lookups_left"]
    job = look(api, live)
    assert job["state"] == "done", job
    assert api.get("/overview")["lookups_left"] == left - 2
    assert sorted(counted[What.STANDS]) == sorted(one["text"] for one in FIGURES)
    assert api.refused("POST", "/follow/check", {"live": [live]})["code"] == "nothing_to_read"
    # The same job once more, as after a kill: nothing is asked and nothing is paid.
    Job.objects.filter(pk=job["id"]).update(state="queued", result={})
    run_job.call(job["id"])
    assert len(counted[What.STANDS]) == 4
    assert api.get("/overview")["lookups_left"] == left - 2
    assert api.get("/follow/watch")["spent"] == 2
    assert place_of(live) == [0]
    seen = api.get(f"/live/{live}")
    assert seen["last_check"] == today().isoformat()
    assert seen["phrases"][0]["last"] == 0
    assert seen["practice"]


def test_what_a_source_does_not_answer_is_a_failure_and_costs_nothing(
    api: Api, piece: Piece, faults: Callable[[Faults], None]
) -> None:
    live = publish(api, piece)
    left = api.get("/overview")["lookups_left"]
    faults(Faults(broken=1.0))
    job = look(api, live)
    assert job["unanswered"] == 4
    assert api.get("/overview")["lookups_left"] == left
    track = Followed.objects.filter(live=live).first()
    assert track is not None
    assert unpack(bytes(track.checks))["organic"].tolist() == [FAILED]
    assert api.get(f"/live/{live}")["phrases"][0]["places"] == [-2]
    faults(Faults())
    look(api, live)
    assert place_of(live) == [0]


def test_days_pass_in_the_practice_world_and_what_is_due_is_looked_at(
    api: Api, piece: Piece, project: Project
) -> None:
    save(api, piece, title=("sash window cord", "Sash window cord"))
    live = publish(api, piece)
    begun = today()
    api.send("PUT", "/follow/watch", watch_body(rhythm="weekly"))
    job = api.post("/follow/clock", {"days": 42})
    assert job["state"] == "done", job
    told = api.get("/follow/watch")
    assert told["today"] == (begun + timedelta(days=42)).isoformat()
    assert (told["days_ahead"], told["real"]) == (42, begun.isoformat())
    seen = api.get(f"/live/{live}")
    # On the first day and each seventh after it: the clock passes through all of them.
    assert len(seen["days"]) == 6
    assert seen["first_shown"] is not None
    assert 9 <= seen["days_until_shown"] <= 29
    assert seen["phrases"][0]["last"] > 0
    assert seen["visible"][-1] is not None
    # Dated by it: what is published now is published then.
    assert api.get(f"/pieces/{piece.pk}/publish")["today"] == told["today"]
    project.refresh_from_db()
    assert project.days_ahead == 42


def test_the_clock_goes_on_only_in_practice_and_never_twice(
    api: Api, piece: Piece, project: Project
) -> None:
    for days in (0, -3, 367):
        assert api.refused("POST", "/follow/clock", {"days": days})["status"] == 422
    publish(api, piece)
    job = api.post("/follow/clock", {"days": 10})
    # As after a kill: the days that have passed are not lived through again.
    Job.objects.filter(pk=job["id"]).update(state="queued")
    run_job.call(job["id"])
    project.refresh_from_db()
    assert project.days_ahead == 10
    assert api.undoable()["entry"]
    Project.objects.filter(pk=project.pk).update(figures_from="files")
    assert api.refused("POST", "/follow/clock", {"days": 1})["code"] == "not_practice"
    told = api.get("/follow/watch")
    assert (told["can_move"], told["today"], told["source"]) == (False, told["real"], "")
    assert api.refused("POST", "/follow/check", {"live": []})["code"] == "no_source"


def test_a_worker_that_was_off_catches_up_once(api: Api, piece: Piece, project: Project) -> None:
    live = publish(api, piece)
    api.send("PUT", "/follow/watch", watch_body(rhythm="weekly"))
    assert start_due_checks() == 1
    with set_to(today() + timedelta(days=60)):
        assert start_due_checks() == 1
        assert start_due_checks() == 0
        assert len(place_of(live)) == 2
        assert LivePiece.objects.get().next_check == today() + timedelta(days=7)
    # A clock that is set back: looked at later already, so nothing is bought.
    assert api.refused("POST", "/follow/check", {"live": [live]})["code"] == "nothing_to_read"


def test_the_month_has_a_ceiling_and_the_rest_waits(api: Api, piece: Piece) -> None:
    live = publish(api, piece)
    api.send("PUT", "/follow/watch", watch_body(most_a_month=1))
    job = look(api, live)
    assert "must wait" in job["says"]
    assert place_of(live) == []
    api.send("PUT", "/follow/watch", watch_body(most_a_month=2))
    look(api, live)
    assert place_of(live) == [0]
    assert api.get("/follow/watch")["left"] == 0
    assert api.refused("PUT", "/follow/watch", watch_body(depth=7))["status"] == 422
    refused = api.refused("PUT", "/follow/watch", watch_body(places=["Other sources"]))
    assert refused["field"] == "places"


def test_what_got_no_answer_is_due_tomorrow_and_not_before(
    api: Api, piece: Piece, project: Project, faults: Callable[[Faults], None]
) -> None:
    live = publish(api, piece)
    faults(Faults(broken=1.0))
    assert start_due_checks() == 1
    assert LivePiece.objects.get().next_check == today() + timedelta(days=1)
    assert start_due_checks() == 0
    assert last_job(project, "check_ranks").state == "done"
    assert api.get("/follow/watch")["spent"] == 0
    faults(Faults())
    with set_to(today() + timedelta(days=1)):
        assert start_due_checks() == 1
        assert place_of(live) == [FAILED, 0]
        assert LivePiece.objects.get().last_check == today()


def test_what_the_month_does_not_reach_for_is_due_next_month_and_not_before(
    api: Api, piece: Piece
) -> None:
    live = publish(api, piece)
    api.send("PUT", "/follow/watch", watch_body(most_a_month=1))
    assert start_due_checks() == 1
    due = LivePiece.objects.get().next_check
    assert due is not None
    assert (due.day, due > today()) == (1, True)
    assert start_due_checks() == 0
    assert Job.objects.filter(kind="check_ranks").count() == 1
    api.send("PUT", "/follow/watch", watch_body(most_a_month=2))
    with set_to(due):
        assert start_due_checks() == 1
        assert len(place_of(live)) == 1


def test_nothing_is_started_that_the_allowance_does_not_pay(
    api: Api, piece: Piece, project: Project
) -> None:
    live = publish(api, piece)
    Project.objects.filter(pk=project.pk).update(lookups_left_tenths=19)
    assert start_due_checks() == 0
    assert api.refused("POST", "/follow/check", {"live": [live]})["code"] == "allowance_short"
    Project.objects.filter(pk=project.pk).update(lookups_left_tenths=20)
    assert start_due_checks() == 1
    project.refresh_from_db()
    assert project.lookups_left_tenths == 0


def test_what_was_looked_up_today_is_due_no_longer_and_costs_nothing(
    api: Api, piece: Piece, project: Project, counted: dict[What, list[str]]
) -> None:
    live = publish(api, piece)
    look(api, live)
    LivePiece.objects.filter(pk=live).update(next_check=today())
    Project.objects.filter(pk=project.pk).update(lookups_left_tenths=0)
    assert start_due_checks() == 1
    assert start_due_checks() == 0
    assert len(counted[What.STANDS]) == 4


def test_pieces_that_were_due_longest_come_first(api: Api, piece: Piece, project: Project) -> None:
    first = publish(api, piece)
    later = LivePiece.objects.create(
        project=project, scope=piece.scope, title="Later", kind="article", followed=today(),
        address=f"{ADDRESS}-later", published=today(), next_check=today(),
    )  # fmt: skip
    Followed.objects.create(live=later, term="putty", text="putty", searches=40, main=True)
    LivePiece.objects.filter(pk=first).update(next_check=today() - timedelta(days=3))
    api.send("PUT", "/follow/watch", watch_body(most_a_month=2))
    assert "1 piece must wait" in look(api, first, later.pk)["says"]
    assert place_of(first) == [0]
    assert place_of(later.pk) == []


def test_without_a_source_nothing_is_said_to_be_looked_at(
    api: Api, piece: Piece, project: Project
) -> None:
    Project.objects.filter(pk=project.pk).update(figures_from="files")
    assert api.get(f"/pieces/{piece.pk}/publish")["source"] == ""
    live = publish(api, piece)
    told = api.get("/follow/watch")
    assert (told["source"], told["due"], told["price"], told["coming"]) == ("", 0, 0, None)
    page = api.get("/follow")
    assert (page["live"], page["looked"], page["visible"]) == (1, 0, None)
    (row,) = page["rows"]
    assert (row["due"], row["next_check"], row["visible"]) == (False, None, None)
    assert api.get(f"/live/{live}")["next_check"] is None
    (step, *_) = api.get(f"/live/{live}/next")
    assert (step["do"], step["act"]) == ("Import your search performance report.", "look")
    assert start_due_checks() == 0
    # With a source it is due, and said to be.
    Project.objects.filter(pk=project.pk).update(figures_from="practice")
    assert api.get("/follow")["rows"][0]["due"]
    assert api.get(f"/live/{live}/next")[0]["do"] == "Check its rankings."


def test_places_and_phones_are_looked_at_for_phrases_that_are_asked_near_by(
    api: Api, piece: Piece, project: Project
) -> None:
    piece.scope.rows.filter(text="sash window cord").update(local=True)
    live = publish(api, piece)
    api.send("PUT", "/follow/watch", watch_body(places=["Harrowmere"], phone=True))
    look(api, live)
    told = api.get(f"/live/{live}")["elsewhere"]
    assert {(one["text"], one["place"], one["device"]) for one in told} == {
        *((one["text"], "", "phone") for one in FIGURES),
        ("sash window cord", "Harrowmere", "desktop"),
        ("sash window cord", "Harrowmere", "phone"),
    }


def test_a_check_takes_few_bytes(api: Api, piece: Piece) -> None:
    live = publish(api, piece)
    api.send("PUT", "/follow/watch", watch_body(rhythm="weekly"))
    weeks(api, 3)
    tracks = Followed.objects.filter(live=live)
    assert {len(bytes(track.checks)) for track in tracks} == {6 * 3}
    assert last_job(Project.objects.get(), "move_clock").state == "done"
    assert Watch.objects.get().rhythm == "weekly"
