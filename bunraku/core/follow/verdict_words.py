"""What one may believe of a change, in a sentence."""

from bunraku.core.follow.before_after import Verdict
from bunraku.core.weigh.reasons import count_words


def say_verdict(verdict: Verdict, form: str) -> str:
    """One sentence, or two, for people: what moved, what untouched pieces did, what to believe."""
    if verdict.why == "young":
        return "Too few days have passed since the change."
    if verdict.why == "unchecked":
        return "No conclusion: not checked both before and after."
    moved = _moved(verdict)
    if verdict.why == "green":
        return f"{moved} The {form} was still new, so its positions move anyway."
    if verdict.why == "several":
        return f"{moved} Several changes are too close together to say which one did it."
    if verdict.why == "few":
        return f"{moved} Too few of its keywords rank to separate an effect from chance."
    if verdict.why == "alone":
        update = "The engine changed meanwhile, and there" if verdict.update else "There"
        return f"{moved} {update} are too few unchanged {form}s to compare it with."
    others = _others(verdict, form)
    update = " The engine changed meanwhile, for all of them." if verdict.update else ""
    if verdict.why == "wander":
        return f"{moved} {others}{update} This is within its normal ups and downs."
    doubt = _odds(verdict.doubt or 0.0)
    did = "helped" if verdict.why == "helped" else "hurt"
    return f"{moved} {others}{update} Your change probably {did}: {doubt}."


def _moved(verdict: Verdict) -> str:
    up, down = verdict.rose + verdict.new, verdict.fell + verdict.lost
    if not up and not down:
        return f"None of {_phrases(verdict.stayed)} moved."
    parts = [f"{_phrases(up)} rose"] if up else []
    parts += [f"{down} fell" if up else f"{_phrases(down)} fell"] if down else []
    parts += [f"{verdict.stayed} stayed"] if verdict.stayed else []
    return ", ".join(parts) + "."


def _others(verdict: Verdict, form: str) -> str:
    """What untouched pieces did in the same weeks."""
    of = f"The {verdict.controls} unchanged {form}s"
    step = verdict.control_step or 0.0
    if abs(step) < SAME:
        return f"{of} stayed as they were."
    way = "rose" if step > 0 else "fell"
    mine = verdict.step or 0.0
    as_well = " as well" if mine * step > 0 and abs(mine) >= SAME else ""
    return f"{of} {way}{as_well}, by about {_per_cent(step)} of their distance from the top."


SAME = 0.03
"""A step in ln of the place that is none."""


def _per_cent(step: float) -> str:
    return f"{abs(1 - 2.718281828459045**-step):.0%}"


def _odds(doubt: float) -> str:
    if doubt < 0.001:
        return "chance alone would do this less than once in a thousand"
    return f"chance alone would do this about once in {count_words(round(1 / doubt))}"


def _phrases(count: int) -> str:
    return f"{count} keyword" if count == 1 else f"{count} keywords"
