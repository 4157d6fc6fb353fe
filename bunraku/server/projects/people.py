"""What people can do about their own accounts: make one, sign in, change the password, leave."""

import secrets

from django.contrib.auth import authenticate, login, update_session_auth_hash
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.http import HttpRequest, HttpResponse
from django_tasks import task

from bunraku.server.errors import BunrakuError
from bunraku.server.projects.models import Project
from bunraku.server.projects.removal import purge, remove_project

BACKEND = "django.contrib.auth.backends.ModelBackend"


def enter(request: HttpRequest, name: str, password: str) -> User:
    """Sign somebody in. Raises: wrong_password; too_many_tries where this account, or this address,
    has been tried too often."""
    user = _checked(request, name, password)
    # Those of people who never sign out.
    request.session.clear_expired()
    login(request, user)
    return user


def make_account(request: HttpRequest, name: str, password: str) -> User:
    """Make an account and sign in. Raises: weak_password, name_taken."""
    _check_strength(User(username=name), password)
    try:
        with transaction.atomic():
            user = User.objects.create_user(username=name, password=password)
    except IntegrityError as error:
        raise BunrakuError("name_taken", f"“{name}” is already used.", field="name") from error
    login(request, user, backend=BACKEND)
    return user


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
    wrong: str = "Name and password do not go together.",
) -> User:
    user = authenticate(request, username=name, password=password)
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
