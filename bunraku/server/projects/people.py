"""What people can do about their own accounts: make one, sign in, change the password, leave."""

import hashlib
import secrets
from datetime import timedelta
from typing import Literal, cast

from django.conf import settings
from django.contrib.auth import authenticate, login, update_session_auth_hash
from django.contrib.auth.hashers import make_password
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.db.models import QuerySet
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django_tasks import task

from bunraku.server.errors import BunrakuError
from bunraku.server.projects.account_names import account_key
from bunraku.server.projects.models import AccountName, Invitation, Project
from bunraku.server.projects.removal import purge, remove_project

BACKEND = "django.contrib.auth.backends.ModelBackend"
DEMO_PERSON = "demo"
"""Who is signed in by itself in the demo."""
SignUp = Literal["open", "invited", "closed"]
INVITED_DAYS = 14
"""After which an invitation is over."""
MOST_INVITATIONS = 20
"""Invitations of one person that are open at a time."""


def enter(request: HttpRequest, name: str, password: str) -> User:
    """Sign somebody in. Raises: wrong_password; too_many_tries where this account, or this address,
    has been tried too often."""
    user = _checked(request, name, password)
    # Those of people who never sign out.
    request.session.clear_expired()
    login(request, user)
    return user


def sign_up_by() -> SignUp:
    """How one gets an account: the first is anybody's who comes."""
    if settings.SIGN_UP == "invited" and not _people().exists():
        return "open"
    return cast(SignUp, settings.SIGN_UP)


def invite(user: User) -> str:
    """Invite someone. Returns: its code, which is shown once. Raises: too_many where as many are
    open as one may have."""
    _drop_old()
    if Invitation.objects.filter(by=user).count() >= MOST_INVITATIONS:
        raise BunrakuError(
            "too_many",
            f"{MOST_INVITATIONS} of your invitations are still open. Each ends when it has been "
            "used, or after {INVITED_DAYS} days.",
        )
    code = secrets.token_hex(20)
    Invitation.objects.create(digest=_digest(code), by=user)
    return code


def make_account(request: HttpRequest, name: str, password: str, code: str = "") -> User:
    """Make an account and sign in. Raises: sign_up_closed, weak_password, name_taken."""
    by = sign_up_by()
    _drop_old()
    invitation = Invitation.objects.filter(digest=_digest(code)) if code else None
    if by == "closed" or (by == "invited" and not (invitation and invitation.exists())):
        raise _closed(by)
    _check_strength(User(username=name), password)
    key = account_key(name)
    taken = BunrakuError(
        "name_taken", f"“{name}” is already used, or looks like one that is.", field="name"
    )
    if User.objects.filter(username__iexact=name).exists() or _named(key):
        raise taken
    # It takes a second of computing: nobody else's writing may wait for that.
    hashed = make_password(password)
    try:
        with transaction.atomic():
            user = User.objects.create(username=name, password=hashed)
            AccountName.objects.create(user=user, key=key)
            if by == "invited" and not (invitation and invitation.delete()[0]):
                # Somebody else was quicker with it.
                raise _closed(by)
    except IntegrityError as error:
        raise taken from error
    login(request, user, backend=BACKEND)
    return user


def _people() -> "QuerySet[User]":
    return User.objects.filter(is_active=True).exclude(username=DEMO_PERSON)


def _named(key: str) -> User | None:
    found = AccountName.objects.filter(key=key).select_related("user").first()
    return found.user if found else None


def _digest(code: str) -> str:
    return hashlib.sha256(code.encode()).hexdigest()


def _drop_old() -> None:
    old = timezone.now() - timedelta(days=INVITED_DAYS)
    Invitation.objects.filter(made__lt=old).delete()


def _closed(by: SignUp) -> BunrakuError:
    if by == "closed":
        return BunrakuError("sign_up_closed", "No new accounts are made here.")
    return BunrakuError(
        "sign_up_closed",
        "Accounts are made here by invitation, and this one is no longer valid.",
        hint="Ask someone who has an account to send you an invitation.",
    )


def change_password(request: HttpRequest, old: str, new: str) -> None:
    """Change the password of who is signed in; wherever else they are, they are signed out. Raises:
    wrong_password, too_many_tries, weak_password."""
    user = _own(request, old, field="old")
    _check_strength(user, new, field="new")
    user.set_password(new)
    user.save(update_fields=["password"])
    update_session_auth_hash(request, user)


def remove_account(request: HttpRequest, password: str) -> None:
    """Remove the account of who is signed in with all that is theirs: nobody can sign in to it from
    now on, its name is free, and its projects go in the background. It cannot be undone. Raises:
    wrong_password, too_many_tries."""
    user = _own(request, password)
    with transaction.atomic():
        for project in Project.objects.filter(owner=user, removed=None):
            remove_project(project)
        AccountName.objects.filter(user=user).delete()
        user.username = f"removed {user.pk} {secrets.token_hex(4)}"
        user.is_active = False
        user.set_unusable_password()
        user.save()
        forget_person.enqueue(user.pk)
    request.session.flush()


@task()
def forget_person(user_id: int) -> None:
    """Remove what is left of somebody who has left. Safe to run again."""
    for project in Project.objects.filter(owner=user_id):
        purge(project)
    User.objects.filter(pk=user_id, is_active=False).delete()


def answer_as_it_is(
    request: HttpRequest, response: HttpResponse | None = None, *_: object, **__: object
) -> HttpResponse | None:
    """What is answered where an account is locked: what the API has said already."""
    return response


def _own(request: HttpRequest, password: str, *, field: str = "password") -> User:
    """Who is signed in, if the password is theirs."""
    name = request.user.get_username()
    return _checked(request, name, password, field=field, wrong="This is not your password.")


def _checked(
    request: HttpRequest,
    name: str,
    password: str,
    *,
    field: str = "password",
    wrong: str = "Wrong name or password.",
) -> User:
    # By what the name looks like, so that "Ruth" and "ruth" are the same person.
    known = None if User.objects.filter(username=name).exists() else _named(account_key(name))
    user = authenticate(request, username=known.username if known else name, password=password)
    if getattr(request, "axes_locked_out", False):
        raise BunrakuError(
            "too_many_tries",
            "Too many wrong passwords, for this name or from this place.",
            field=field,
            hint="Wait a minute, then try again.",
        )
    if user is None:
        raise BunrakuError("wrong_password", wrong, field=field)
    return user


def _check_strength(user: User, password: str, *, field: str = "password") -> None:
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise BunrakuError("weak_password", " ".join(error.messages), field=field) from error
