"""`manage.py serve`: one process of the web server, given the number of a socket that listens
already and that several such processes may share.

Requests are read, and answers written, by one thread without waiting, and only whole requests are
given to the few threads that work: whoever is slow, or says nothing, keeps nobody else waiting."""

import signal
import socket
from importlib import import_module
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser
from waitress import create_server
from waitress.channel import HTTPChannel
from waitress.task import ErrorTask
from waitress.utilities import RequestEntityTooLarge

from bunraku.installation.confined import make_ready
from bunraku.installation.gate import WAITS, wait_at_gate
from bunraku.server.jobs.running import settle
from bunraku.server.problems import problem
from bunraku.server.wsgi import application

THREADS = 4
"""Requests worked on at a time: mostly they wait for the database or for each other."""
MOST_CONNECTIONS = 1_000
"""Open at a time, most of them idle: each takes some kilobytes."""
IDLE_SECONDS = 60
"""After which a connection is closed on which nothing has been heard, also amid a request."""
MOST_BODY_BYTES = 64_000_000
"""The largest file that may be brought, and what is wrapped around it."""
MOST_WAITING_BYTES = 500_000_000
"""What may wait for somebody who reads slowly, on the disk beyond a megabyte: the largest export
many times over, so that no thread waits with it."""
BEHIND_PROXY: dict[str, Any] = {
    "trusted_proxy": "127.0.0.1",
    "trusted_proxy_count": 1,
    "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto"},
    "clear_untrusted_proxy_headers": True,
}
"""What the proxy on this machine is believed: where a request came from, and that it came over
TLS."""


class ProblemTask(ErrorTask):
    """What is answered to a request that is refused before it is a whole one: too large, or none
    that can be read."""

    def execute(self) -> None:
        """A problem as the API tells one."""
        error = self.request.error
        large = isinstance(error, RequestEntityTooLarge)
        code, message = (
            ("too_large", f"That is more than {MOST_BODY_BYTES / 1e6:,.0f} MB, the most at once.")
            if large
            else ("bad_request", f"The request cannot be read: {error.body}.")
        )
        answer = problem(413 if large else 400, code, message)
        self.status = f"{answer.status_code} {answer.reason_phrase}"
        self.response_headers.extend([*answer.items(), ("Cache-Control", "no-store")])
        self.set_close_on_finish()
        self.content_length = len(answer.content)
        self.write(answer.content)


class Command(BaseCommand):
    """Serves on a socket that is given."""

    help = "Serve Bunraku on a listening socket, given by its number."

    def add_arguments(self, parser: CommandParser) -> None:
        """The socket, and whether to wait."""
        parser.add_argument("socket", type=int)
        parser.add_argument(WAITS, action="store_true", dest="waits")

    def handle(self, *args: Any, **options: Any) -> None:
        """Serve until told to end; what is being worked on is finished first."""
        signal.signal(signal.SIGTERM, _end)
        # The first person should not wait for what is loaded with the first request or file.
        import_module(settings.ROOT_URLCONF)
        settle()
        make_ready()
        if settings.DATABASES["default"]["ENGINE"] == settings.SQLITE["ENGINE"]:
            opening = settings.DATABASES["default"]["OPTIONS"]
            opening["init_command"] = settings.SQLITE_FOR_MANY
        if options["waits"]:
            wait_at_gate()
        serving(application, socket.socket(fileno=options["socket"])).run()


def serving(app: Any, listening: socket.socket, **more: Any) -> Any:
    """A server on a socket that listens; `more`, settings of it that are other than usual."""
    HTTPChannel.error_task_class = ProblemTask
    usual: dict[str, Any] = {
        "threads": THREADS,
        "connection_limit": MOST_CONNECTIONS,
        "channel_timeout": IDLE_SECONDS,
        "max_request_body_size": MOST_BODY_BYTES,
        "outbuf_high_watermark": MOST_WAITING_BYTES,
        # Unlike the usual way of waiting it knows no bound of a thousand files.
        "asyncore_use_poll": True,
        "ident": None,
        **(BEHIND_PROXY if settings.PUBLIC else {"clear_untrusted_proxy_headers": False}),
    }
    return create_server(app, sockets=[listening], **{**usual, **more})


def _end(*_: object) -> None:
    raise SystemExit
