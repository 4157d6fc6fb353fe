"""Who is signed in, and accounts, over HTTP."""

from typing import Any

from django.contrib.auth import logout
from django.http import HttpRequest
from ninja import Field, Router, Schema, Status

from bunraku.server.inputs import Name
from bunraku.server.projects.access import SignedIn
from bunraku.server.projects.people import (
    change_password,
    enter,
    make_account,
    remove_account,
)

public = Router(tags=["session"])
router = Router(tags=["session"])


class SessionOut(Schema):
    """Who is signed in; an empty name is nobody. The demo's person has no password."""

    name: str
    has_password: bool = False


class CredentialsIn(Schema):
    """A name and a password."""

    name: Name
    password: str = Field(max_length=200)


class PasswordChange(Schema):
    """The password that was, and the one to be."""

    old: str = Field(max_length=200)
    new: str = Field(max_length=200)


class PasswordIn(Schema):
    """One's password, to show that it is oneself."""

    password: str = Field(max_length=200)


def _session(request: HttpRequest) -> dict[str, Any]:
    person = request.user
    if not person.is_authenticated:
        return {"name": ""}
    return {"name": person.get_username(), "has_password": person.has_usable_password()}


@public.get("/session", response=SessionOut, auth=None, url_name="session")
def read_session(request: HttpRequest) -> Any:
    """Who is signed in."""
    return _session(request)


@public.post("/session", response=SessionOut, url_name="sign_in")
def sign_in(request: HttpRequest, given: CredentialsIn) -> Any:
    """Sign in."""
    enter(request, given.name, given.password)
    return _session(request)


@public.post("/accounts", response=SessionOut, url_name="sign_up")
def sign_up(request: HttpRequest, given: CredentialsIn) -> Any:
    """Make an account and sign in."""
    make_account(request, given.name, given.password)
    return _session(request)


@router.post("/sign-out", response=SessionOut, auth=SignedIn(), url_name="sign_out")
def sign_out(request: HttpRequest) -> Any:
    """Sign out, wherever this session's cookie was copied to."""
    logout(request)
    return {"name": ""}


@router.post("/account/password", response={204: None}, auth=SignedIn(), url_name="change_password")
def change(request: HttpRequest, given: PasswordChange) -> Any:
    """Change one's password; other sessions of one's own end."""
    change_password(request, given.old, given.new)
    return Status(204, None)


@router.post("/account/remove", response={204: None}, auth=SignedIn(), url_name="remove_account")
def remove(request: HttpRequest, given: PasswordIn) -> Any:
    """Remove one's account with all projects. It cannot be undone."""
    remove_account(request, given.password)
    return Status(204, None)
