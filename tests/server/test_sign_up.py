"""Making an account: slowed down, by invitation where others can come, one for names that look
alike, and nobody else's writing waits for it."""

import pytest
from django.contrib.auth.models import User
from django.core.cache import cache
from django.db import connection
from django.test import Client, override_settings
from django.test.utils import CaptureQueriesContext

from bunraku.server.projects import people, people_api
from bunraku.server.projects.account_names import account_key
from bunraku.server.projects.models import AccountName, Invitation

pytestmark = pytest.mark.django_db
PASSWORD = "a long pass phrase"


def join(name: str, code: str = "", address: str = "203.0.113.7", **headers: str) -> "Client":
    """Somebody who tries to make an account; what came of it is `answer`."""
    client = Client()
    given = {"name": name, "password": PASSWORD, "invitation": code}
    client.answer = client.post(  # type: ignore[attr-defined]
        "/api/accounts", given, "application/json", REMOTE_ADDR=address, **headers
    )
    return client


def code_of(client: Client) -> str:
    answer = client.answer  # type: ignore[attr-defined]
    return "" if answer.status_code == 200 else str(answer.json()["code"])


@pytest.mark.parametrize(
    "other",
    [
        "ruth peel",
        "RUTH PEEL",
        "Ｒｕｔｈ Peel",
        "Ruth Рееl",
        "Ruth PeeI",
        "Ruth Pee1",
        "ruth\u00a0peel",
    ],
)
def test_names_that_look_alike_are_one_account(other: str) -> None:
    assert code_of(join("Ruth Peel")) == ""
    assert code_of(join(other)) == "name_taken"
    assert User.objects.count() == AccountName.objects.count() == 1


@pytest.mark.parametrize("other", ["Ruth Peeler", "Zoë", "زهرة", "ruth-peel2"])
def test_names_that_differ_are_two(other: str) -> None:
    assert code_of(join("Ruth Peel")) == ""
    assert code_of(join(other)) == ""
    assert account_key(account_key(other)) == account_key(other)


def test_one_signs_in_however_the_name_is_written() -> None:
    join("Ruth Peel")
    for name in ("Ruth Peel", "ruth peel", "RUTH PEEL"):
        given = {"name": name, "password": PASSWORD}
        answer = Client().post("/api/session", given, "application/json")
        assert (answer.status_code, answer.json()["name"]) == (200, "Ruth Peel")


def test_one_address_makes_few_accounts_a_minute(monkeypatch: pytest.MonkeyPatch) -> None:
    cache.clear()
    monkeypatch.setattr(people_api.THROTTLE, "num_requests", 3)
    came = [code_of(join(f"person {n}")) for n in range(5)]
    assert came == ["", "", "", "too_many_tries", "too_many_tries"]
    # What a request says of where it comes from is not believed; another address is another's.
    assert code_of(join("x y", HTTP_X_FORWARDED_FOR="198.51.100.4")) == "too_many_tries"
    assert code_of(join("x y", address="198.51.100.4")) == ""


def test_the_first_account_is_anybodys_and_the_next_need_an_invitation() -> None:
    with override_settings(SIGN_UP="invited"):
        assert Client().get("/api/session").json()["sign_up"] == "open"
        first = join("Ruth Peel")
        assert code_of(first) == ""
        assert Client().get("/api/session").json()["sign_up"] == "invited"
        for code in ("", "made up"):
            assert code_of(join("Sam Orde", code)) == "sign_up_closed"
        told = first.post("/api/account/invitations", {}, "application/json").json()
        assert not Invitation.objects.filter(digest=told["code"]).exists()
        assert code_of(join("Ruth peel", told["code"])) == "name_taken"
        assert code_of(join("Sam Orde", told["code"])) == ""
        assert code_of(join("Tim Vale", told["code"])) == "sign_up_closed"
        old = first.post("/api/account/invitations", {}, "application/json").json()["code"]
        past = people.timezone.now() - people.timedelta(days=people.INVITED_DAYS + 1)
        Invitation.objects.update(made=past)
        assert code_of(join("Tim Vale", old)) == "sign_up_closed"
    assert Client().post("/api/account/invitations", {}, "application/json").status_code == 401


def test_an_invitation_serves_one_of_two_who_use_it_at_once(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    with override_settings(SIGN_UP="invited"):
        first = join("Ruth Peel")
        code = first.post("/api/account/invitations", {}, "application/json").json()["code"]
        hashing = people.make_password

        def slowly(password: str) -> str:
            monkeypatch.setattr(people, "make_password", hashing)
            assert code_of(join("Quick Sam", code)) == ""
            return hashing(password)

        monkeypatch.setattr(people, "make_password", slowly)
        assert code_of(join("Slow Tim", code)) == "sign_up_closed"
    assert set(User.objects.values_list("username", flat=True)) == {"Ruth Peel", "Quick Sam"}


def test_invitations_are_bounded_and_sign_up_can_be_closed(monkeypatch: pytest.MonkeyPatch) -> None:
    first = join("Ruth Peel")
    monkeypatch.setattr(people, "MOST_INVITATIONS", 2)
    made = [first.post("/api/account/invitations", {}, "application/json") for _ in range(3)]
    assert [answer.status_code for answer in made] == [200, 200, 409]
    with override_settings(SIGN_UP="closed"):
        assert Client().get("/api/session").json()["sign_up"] == "closed"
        assert code_of(join("Sam Orde", made[0].json()["code"])) == "sign_up_closed"


def test_a_password_is_hashed_outside_of_any_transaction(monkeypatch: pytest.MonkeyPatch) -> None:
    hashing, depth = people.make_password, len(connection.savepoint_ids)

    def watched(password: str) -> str:
        assert len(connection.savepoint_ids) == depth
        return hashing(password)

    monkeypatch.setattr(people, "make_password", watched)
    with CaptureQueriesContext(connection) as asked:
        assert code_of(join("Ruth Peel")) == ""
    assert any("INSERT" in query["sql"] and "auth_user" in query["sql"] for query in asked)
