"""Who is signed in, and accounts, over HTTP."""

from typing import Any

from django.contrib.auth import authenticate, get_user_model, login, logout
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.http import HttpRequest
from ninja import Field, Router, Schema

from bunraku.server.errors import BunrakuError
from bunraku.server.projects.access import SignedIn
from bunraku.server.projects.names import Name

public = Router(tags=["session"])
router = Router(tags=["session"])


class SessionOut(Schema):
    """Who is signed in; an empty name is nobody."""

    name: str


class CredentialsIn(Schema):
    """A name and a password."""

    name: Name
    password: str = Field(max_length=200)


@public.get("/session", response=SessionOut, auth=None, url_name="session")
def read_session(request: HttpRequest) -> Any:
    """Who is signed in."""
    return {"name": request.user.get_username() if request.user.is_authenticated else ""}


@public.post("/session", response=SessionOut, url_name="sign_in")
def sign_in(request: HttpRequest, given: CredentialsIn) -> Any:
    """Sign in."""
    user = authenticate(request, username=given.name, password=given.password)
    if user is None:
        raise BunrakuError(
            "wrong_password", "Name and password do not go together.", field="password"
        )
    login(request, user)
    return {"name": user.get_username()}


@public.post("/accounts", response=SessionOut, url_name="sign_up")
def sign_up(request: HttpRequest, given: CredentialsIn) -> Any:
    """Make an account and sign in."""
    model = get_user_model()
    try:
        validate_password(given.password, model(username=given.name))
    except ValidationError as error:
        raise BunrakuError("weak_password", " ".join(error.messages), field="password") from error
    try:
        with transaction.atomic():
            user = model.objects.create_user(username=given.name, password=given.password)
    except IntegrityError as error:
        raise BunrakuError(
            "name_taken", f"“{given.name}” is already used.", field="name"
        ) from error
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return {"name": user.get_username()}


@router.post("/sign-out", response=SessionOut, auth=SignedIn(), url_name="sign_out")
def sign_out(request: HttpRequest) -> Any:
    """Sign out."""
    logout(request)
    return {"name": ""}
