"""The API: one way in, for the page and for scripts."""

import logging
from typing import Any, cast

from django.core.exceptions import SuspiciousOperation
from django.http import HttpRequest, HttpResponse, UnreadablePostError
from django.http.multipartparser import MultiPartParserError
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, Throttled, ValidationError
from ninja.security import SessionAuth

from bunraku import __version__
from bunraku.server.cluster.api import router as cluster
from bunraku.server.cluster.shaping_api import router as shaping
from bunraku.server.errors import BunrakuError, storage_failed
from bunraku.server.follow.api import router as follow
from bunraku.server.follow.own_report_api import router as own_reports
from bunraku.server.follow.report_api import router as follow_reports
from bunraku.server.gather.combiner.api import router as combiner
from bunraku.server.gather.files.api import router as files
from bunraku.server.gather.rules.api import router as rules
from bunraku.server.gather.ways.api import router as ways
from bunraku.server.inputs import CleaningParser
from bunraku.server.jobs.api import router as jobs
from bunraku.server.overview import figures_router
from bunraku.server.overview import router as overview
from bunraku.server.plan.api import router as plan
from bunraku.server.plan.existing_api import router as existing
from bunraku.server.plan.files_api import router as away
from bunraku.server.plan.limits_api import router as limits
from bunraku.server.plan.overlaps_api import router as overlaps
from bunraku.server.plan.ranking_api import router as ranking
from bunraku.server.plan.what_if_api import router as what_ifs
from bunraku.server.plan.whole_api import router as whole
from bunraku.server.problems import problem, problem_of, with_problems
from bunraku.server.projects.about_api import router as about
from bunraku.server.projects.access import SignedIn
from bunraku.server.projects.api import router as projects
from bunraku.server.projects.history_api import router as history
from bunraku.server.projects.people_api import public
from bunraku.server.projects.people_api import router as people
from bunraku.server.readings.api import router as readings
from bunraku.server.sheet.api import router as sheet
from bunraku.server.start.installation_api import router as installation
from bunraku.server.start.sample_api import router as sample
from bunraku.server.up_next import home_router as home_lines
from bunraku.server.up_next import router as up_next
from bunraku.server.weigh.api import router as weigh
from bunraku.server.weigh.results.api import router as results
from bunraku.server.write.api import router as write
from bunraku.server.write.desk_api import router as desks
from bunraku.server.write.files_api import router as drafts_away
from bunraku.server.write.import_api import router as coming_in
from bunraku.server.write.setting_api import router as write_settings

logger = logging.getLogger(__name__)


class Anybody(SessionAuth):
    """Anybody, signed in or not, but with our CSRF token: for signing in."""

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        return True


class Api(NinjaAPI):
    """The API, whose description tells the problems of each operation too."""

    def get_openapi_schema(self, **given: Any) -> Any:
        """OpenAPI with problem answers (see `problems`)."""
        schema = with_problems(super().get_openapi_schema(**given))
        # The cookie's name ends in what tells this data folder from others: no part of the API.
        for scheme in schema["components"]["securitySchemes"].values():
            if scheme.get("in") == "cookie":
                scheme["name"] = "bunraku_session"
        return schema


api = Api(
    parser=CleaningParser(),
    title="Bunraku",
    version=__version__,
    docs_url=None,
    openapi_url="/openapi.json",
    # Each endpoint declares its own right; what forgot to is for signed-in people only, and fails a
    # test.
    auth=SignedIn(),
)
api.add_router("", public, auth=Anybody())
api.add_router("", people)
api.add_router("", projects)
api.add_router("", about)
api.add_router("", figures_router)
api.add_router("", home_lines)
api.add_router("", sample)
api.add_router("", installation)
for room in (
    history,
    overview,
    up_next,
    jobs,
    readings,
    sheet,
    ways,
    rules,
    combiner,
    files,
    weigh,
    results,
    cluster,
    shaping,
    plan,
    away,
    ranking,
    whole,
    what_ifs,
    limits,
    overlaps,
    existing,
    write,
    desks,
    write_settings,
    drafts_away,
    coming_in,
    follow,
    follow_reports,
    own_reports,
):
    api.add_router("/projects/{int:project_id}", room)


@api.exception_handler(BunrakuError)
def on_bunraku_error(request: HttpRequest, error: Any) -> HttpResponse:
    """Errors raised on purpose."""
    return problem_of(cast(BunrakuError, error))


@api.exception_handler(ValidationError)
def on_invalid(request: HttpRequest, error: Any) -> HttpResponse:
    """Input that does not fit: the first field that is wrong is named."""
    first = cast(ValidationError, error).errors[0]
    path = [
        str(part)
        for part in first["loc"]
        if part not in ("body", "query", "path", "given", "wanted")
    ]
    field = ".".join(path)
    why = str(first["msg"]).removeprefix("Value error, ")
    return problem(422, "invalid_input", f"{field or 'The request'}: {why}.", field=field)


@api.exception_handler(OverflowError)
def on_overflow(request: HttpRequest, error: Any) -> HttpResponse:
    """A number beyond what any database holds."""
    return problem(422, "invalid_input", "A number in the request is larger than there are.")


@api.exception_handler(MultiPartParserError)
@api.exception_handler(SuspiciousOperation)
@api.exception_handler(UnreadablePostError)
def on_unreadable(request: HttpRequest, error: Any) -> HttpResponse:
    """A form that cannot be taken apart, or a body that breaks off."""
    return problem(400, "bad_request", f"The request cannot be read: {error}.".replace("..", "."))


@api.exception_handler(AuthenticationError)
def on_stranger(request: HttpRequest, error: Any) -> HttpResponse:
    """Not signed in."""
    return problem(401, "not_signed_in", "Sign in first.")


@api.exception_handler(Exception)
def on_fault(request: HttpRequest, error: Any) -> HttpResponse:
    """Storage that fails, told with what to do; else a fault of ours: logged whole, told in a
    sentence."""
    failed = storage_failed(error)
    if failed is not None:
        logger.error("%s %s: %s", request.method, request.path, error)
        return problem_of(failed)
    logger.error("%s %s broke", request.method, request.path, exc_info=error)
    return problem(
        500,
        "fault",
        "Internal error; see the log.",
        hint="Reload the page to see what was saved before you try again.",
    )


@api.exception_handler(HttpError)
def on_http_error(request: HttpRequest, error: Any) -> HttpResponse:
    """Errors of the framework: a body that is not JSON, a missing CSRF token."""
    status = cast(HttpError, error).status_code
    if isinstance(error, Throttled):
        return problem(
            status, "too_many_tries", "Too many attempts from your network. Wait a minute."
        )
    code = {400: "bad_request", 403: "csrf_failed", 404: "not_found"}.get(status, "invalid_input")
    return problem(status, code, str(error))
