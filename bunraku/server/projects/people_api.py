"""Who is signed in, and accounts, over HTTP."""

from typing import Any, cast

from django.contrib.auth import logout
from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja import Field, Router, Schema, Status
from ninja.throttling import SimpleRateThrottle

from bunraku.server.inputs import Name
from bunraku.server.projects.access import SignedIn
from bunraku.server.projects.people import (
    INVITED_DAYS,
    SignUp,
    change_password,
    enter,
    invite,
    make_account,
    remove_account,
    sign_up_by,
)

public = Router(tags=["session"])
router = Router(tags=["session"])


class SessionOut(Schema):
    """Who is signed in; an empty name is nobody. The demo's person has no password. `sign_up`: how
    one gets an account here."""

    name: str
    has_password: bool = False
    sign_up: SignUp


class CredentialsIn(Schema):
    """A name and a password."""

    name: Name
    password: str = Field(max_length=200)


class SignUpIn(CredentialsIn):
    """The same, and the code of an invitation where one is needed."""

    invitation: str = Field("", max_length=100)


class InvitationOut(Schema):
    """The code of an invitation. It is shown once."""

    code: str
    days: int


class PasswordChange(Schema):
    """The password that was, and the one to be."""

    old: str = Field(max_length=200)
    new: str = Field(max_length=200)


class PasswordIn(Schema):
    """One's password, to show that it is oneself."""

    password: str = Field(max_length=200)


def _session(request: HttpRequest) -> dict[str, Any]:
    person = request.user
    by = sign_up_by()
    if not person.is_authenticated:
        return {"name": "", "sign_up": by}
    has_password = person.has_usable_password()
    return {"name": person.get_username(), "has_password": has_password, "sign_up": by}


@public.get("/session", response=SessionOut, auth=None, url_name="session")
def read_session(request: HttpRequest) -> Any:
    """Who is signed in."""
    return _session(request)


@public.post("/session", response=SessionOut, url_name="sign_in")
def sign_in(request: HttpRequest, given: CredentialsIn) -> Any:
    """Sign in."""
    enter(request, given.name, given.password)
    return _session(request)


class SignUpThrottle(SimpleRateThrottle):
    """So many tries from one address: each takes a second of computing."""

    scope = "sign_up"

    def get_cache_key(self, request: HttpRequest) -> str:
        """The address that a request comes from."""
        return f"sign-up-from-{self.get_ident(request)}"


THROTTLE = SignUpThrottle()


@public.post("/accounts", response=SessionOut, throttle=[THROTTLE], url_name="sign_up")
def sign_up(request: HttpRequest, given: SignUpIn) -> Any:
    """Make an account and sign in."""
    make_account(request, given.name, given.password, given.invitation)
    return _session(request)


@router.post("/account/invitations", response=InvitationOut, auth=SignedIn(), url_name="invite")
def make_invitation(request: HttpRequest) -> Any:
    """Invite somebody: with the code they can make an account, once."""
    return {"code": invite(cast(User, request.user)), "days": INVITED_DAYS}


@router.post("/sign-out", response=SessionOut, auth=SignedIn(), url_name="sign_out")
def sign_out(request: HttpRequest) -> Any:
    """Sign out, wherever this session's cookie was copied to."""
    logout(request)
    return _session(request)


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
