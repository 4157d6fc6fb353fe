"""Asking a source for many terms: in batches, with retries, and with every answer checked."""

import logging
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace

import stamina
from pydantic import ValidationError

from bunraku.sources.protocol import ANSWERS, Answer, Request, Source, SourceBusy, SourceFailed

ATTEMPTS = 5
"""Times that the same is asked before it counts as not answered."""
MOST_WAIT_SECONDS = 30.0
"""The longest wait between two attempts, whatever a source says."""


LEFT_OUT = "the source left it out of its answer"
SENSELESS = "the source sent an answer that cannot be read"
BROKEN = "the source met a fault of its own"
"""Why there is no answer, for people; what exactly was wrong is in the log."""
logger = logging.getLogger(__name__)


@dataclass(frozen=True)
class Batch:
    """What one call brought: checked answers by term (None: the source has nothing on it), and for
    the terms that were not answered, why. Only answered terms are to be paid for."""

    terms: tuple[str, ...]
    answers: dict[str, Answer | None] = field(default_factory=dict)
    missing: dict[str, str] = field(default_factory=dict)


def ask_all(
    source: Source, request: Request, terms: Sequence[str], *, most_wait: float = MOST_WAIT_SECONDS
) -> Iterator[Batch]:
    """Ask for all terms, a batch at a time, so that the caller can store each before the next is
    asked.

    Parameters: `source`; `request`, whose own terms are ignored; `terms`, each once; `most_wait`,
    seconds to wait for a busy source in all per batch. Returns: an iterator of batches that
    together name every term once. Raises: nothing for a source that fails or breaks: its terms
    come back as missing with the reason, as a clause for people. A term that breaks a source costs
    log2 of the batch in further calls, and no other term its answer.
    """
    for start in range(0, len(terms), source.batch_size):
        part = tuple(terms[start : start + source.batch_size])
        yield _ask_whole(source, replace(request, terms=part), most_wait)


def _ask_whole(source: Source, request: Request, most_wait: float) -> Batch:
    """A batch; where one of its terms breaks the source, the others are answered all the same."""
    try:
        return _ask_batch(source, request, most_wait)
    except Exception:
        terms = request.terms
        if len(terms) == 1:
            logger.exception("%s broke on %r", source.name, terms[0])
            return Batch(terms, missing={terms[0]: BROKEN})
    whole = Batch(terms)
    half = len(terms) // 2
    for part in (terms[:half], terms[half:]):
        batch = _ask_whole(source, replace(request, terms=part), most_wait)
        whole.answers.update(batch.answers)
        whole.missing.update(batch.missing)
    return whole


def _ask_batch(source: Source, request: Request, most_wait: float) -> Batch:
    batch = Batch(request.terms)
    open_terms = request.terms
    problem = LEFT_OUT
    attempt_number = 0
    try:
        for attempt in stamina.retry_context(
            on=_worth_another_try,
            attempts=ATTEMPTS,
            timeout=most_wait,
            wait_initial=0.05,
            wait_max=2.0,
        ):
            with attempt:
                attempt_number += 1
                problem = _take_answers(source, replace(request, terms=open_terms), batch)
                open_terms = tuple(t for t in open_terms if t not in batch.answers)
                if open_terms and attempt_number < ATTEMPTS:
                    raise SourceFailed(problem)
    except (SourceBusy, SourceFailed) as failure:
        problem = str(failure) or problem
    batch.missing.update(dict.fromkeys(open_terms, problem))
    return batch


def _take_answers(source: Source, request: Request, batch: Batch) -> str:
    """Check and keep what came; returns why the rest is missing."""
    problem = LEFT_OUT
    raw = source.ask(request)
    for term in request.terms:
        if term not in raw:
            continue
        answer = raw[term]
        if answer is None:
            batch.answers[term] = None
            continue
        try:
            batch.answers[term] = ANSWERS[request.what].model_validate(answer)
        except ValidationError as error:
            first = error.errors()[0]
            where = ".".join(str(part) for part in first["loc"]) or request.what
            logger.warning("%s on %r: %s: %s", source.name, term, where, first["msg"])
            problem = SENSELESS
    return problem


def _worth_another_try(error: Exception) -> bool | float:
    if isinstance(error, SourceBusy):
        return min(error.wait_seconds, MOST_WAIT_SECONDS)
    return isinstance(error, SourceFailed)
