"""One kind of error for everything that goes wrong on purpose, and the catalogue of its codes."""

from dataclasses import dataclass

from bunraku.installation.storage import BUSY, why_it_failed


@dataclass(frozen=True)
class Kind:
    """A kind of problem: HTTP status and what it means, for the documentation."""

    status: int
    about: str


CATALOGUE: dict[str, Kind] = {
    "not_found": Kind(404, "Not found, or not yours."),
    "circle": Kind(409, "A piece cannot depend on itself."),
    "not_signed_in": Kind(401, "Not signed in."),
    "csrf_failed": Kind(
        403, "The request did not come from Bunraku's own page, or the page is stale."
    ),
    "bad_request": Kind(400, "The request cannot be read: no JSON, no form, or half of one."),
    "too_large": Kind(413, "Too much at once."),
    "refused_here": Kind(403, "The demo works only on this computer."),
    "wrong_password": Kind(400, "Wrong name or password."),
    "too_many_tries": Kind(
        429, "Too many attempts for this name or from this network; wait a minute."
    ),
    "sign_up_closed": Kind(403, "No account can be made here, or not without an invitation."),
    "too_many": Kind(409, "As many are open as there may be."),
    "name_taken": Kind(409, "The name is already used."),
    "weak_password": Kind(422, "The password is too easy to guess."),
    "invalid_input": Kind(422, "A field is missing or out of range; the field is named."),
    "no_seed": Kind(422, "No seed was given that could be searched for."),
    "no_channel": Kind(422, "No channel was chosen."),
    "no_language": Kind(422, "No other language was chosen to translate into."),
    "nothing_missing": Kind(409, "This run is complete; nothing is missing."),
    "bad_rule": Kind(422, "Invalid rule."),
    "rule_exists": Kind(409, "Already excluded."),
    "bad_pattern": Kind(422, "A pattern of the combiner cannot be read, or would make too much."),
    "nothing_to_take": Kind(409, "The combiner's patterns make nothing."),
    "bad_file": Kind(422, "The file cannot be read as a table."),
    "bad_mapping": Kind(422, "The column choices are not valid."),
    "nothing_to_measure": Kind(409, "Every selected keyword has been measured today."),
    "nothing_to_read": Kind(409, "All results pages are up to date."),
    "no_source": Kind(409, "No source of the project can be asked for this."),
    "nothing_to_cluster": Kind(409, "There is no keyword to cluster."),
    "nothing_to_plan": Kind(409, "Nothing selected can be planned."),
    "nothing_to_undo": Kind(409, "Nothing to undo, or it has changed since."),
    "sample_broken_off": Kind(409, "Preparing the sample project was interrupted."),
    "allowance_short": Kind(409, "Not enough lookups left."),
    "price_reached": Kind(409, "Price limit reached; the rest was not bought."),
    "bad_day": Kind(422, "The date is in the future."),
    "address_taken": Kind(409, "Another published piece has this URL."),
    "nothing_changed": Kind(409, "No unpublished changes."),
    "not_practice": Kind(409, "Only the clock of a project on practice figures can be moved."),
    "bad_source": Kind(422, "A source is not the project's, or cannot do what is asked."),
    "job_over": Kind(409, "The job is over and can no longer be stopped."),
    "keyword_taken": Kind(409, "Another piece has this main keyword."),
    "fault": Kind(500, "Internal error; see the log."),
    "storage": Kind(
        507, "The disk or database is full, read-only or damaged; the message says which."
    ),
    "busy": Kind(503, "The database is busy."),
    "stale": Kind(409, "It was changed in another window meanwhile."),
}


class BunrakuError(Exception):
    """Something that a person should be told: a stable code, a sentence, the field it is about, a
    way out."""

    def __init__(self, code: str, message: str, *, field: str = "", hint: str = "") -> None:
        super().__init__(message)
        self.code = code
        self.message = message
        self.field = field
        self.hint = hint
        self.status = CATALOGUE[code].status


def storage_failed(error: BaseException) -> BunrakuError | None:
    """What to tell of an error where it is storage that failed; None for any other."""
    why = why_it_failed(error)
    if not why:
        return None
    sentence, _, hint = why.partition(". ")
    code = "busy" if why == BUSY else "storage"
    return BunrakuError(code, f"Bunraku could not store or read that: {sentence}.", hint=hint)


def not_found(what: str) -> BunrakuError:
    """The error for a thing that is not there or not this person's; the two look alike on
    purpose."""
    return BunrakuError("not_found", f"There is no such {what}.")
