"""Reading figures as people's files write them: separators of several countries, "1.3K", "100 –
1K", "<10", %, currencies."""

import re
from collections.abc import Iterable
from typing import NamedTuple

NOTHING = frozenset(
    "- -- --- n/a na n.a. none null nan k.a. ka n.d. nd n.v. nv s/o s.o. ? ... … nodata unknown "
    "notavailable unbekannt keineangabe keinedaten sindatos inconnu "
    "#n/a #nv #ref! #bezug! #value! #wert! #valor! #div/0! #name? #null! #num! #zahl! "
    "#getting_data #spill! #calc!".split()
) | {""}
"""What a cell says that holds no figure, without spaces: also the errors of spreadsheets."""
_SCALES = {
    **dict.fromkeys(("k", "tsd", "tausend", "thousand", "mil", "mila", "duizend", "mille"), 1e3),
    **dict.fromkeys(("m", "mio", "mn", "mill", "million", "millions", "millionen"), 1e6),
    **dict.fromkeys(("b", "bn", "mrd", "billion"), 1e9),
}
_UNIT = "|".join(sorted(_SCALES, key=len, reverse=True))
_CURRENCY = re.compile(
    r"(?:\b[a-z]{1,3})?\$|[£€¥₹₽₩₺₫฿]|\b(?:gbp|usd|eur|chf|sek|nok|dkk|pln|czk|huf|ron|brl|cad|aud|"
    r"nzd|inr|jpy|cny|mxn)\b|\bkr\b\.?|zł|kč|\bfr\.|\bft\b|\blei\b",
    re.IGNORECASE,
)
_SPACES = (
    dict.fromkeys(map(ord, "\u00a0\u202f\u2009\u2007"), " ")
    | {ord(dash): "-" for dash in "\u2010\u2011\u2012\u2013\u2014\u2212"}
    | {ord(mark): "'" for mark in "\u2018\u2019\u02bc\u00b4`"}
)
_FOOTNOTE = re.compile(r"(?:[*†‡§¹²³⁰⁴-⁹ªº]+|\[\w{1,2}\])+$")
_NUMBER = rf"[+-]?\d[\d.,' ]*(?:e[+-]?\d+)?\s*(?:{_UNIT})?\.?"
_ONE = re.compile(rf"^{_NUMBER}$", re.IGNORECASE)
_RANGE = re.compile(
    rf"^(?:between |from |zwischen |von |entre |de |tra |fra |da |tussen |van )?({_NUMBER})\s*"
    rf"(?:-|to|and|bis|und|à|a|et|y|e|tot|en|até|\.\.+|~)\s*({_NUMBER})$",
    re.IGNORECASE,
)
_PARTS = re.compile(rf"^([+-]?\d[\d.,' ]*(?:e[+-]?\d+)?)\s*({_UNIT})?\.?$", re.IGNORECASE)
_BELOW = (
    "<=|<|≤|under|below|less than|fewer than|up to|unter|weniger als|bis zu|bis|moins de|"
    "jusqu'à|menos de|hasta|meno di|fino a|minder dan|onder|tot|abaixo de|até"
)
_ABOVE = (
    ">=|>|≥|over|above|more than|at least|über|mehr als|mindestens|ab|plus de|au moins|"
    "más de|mas de|al menos|più di|oltre|meer dan|minstens|boven|mais de"
)
_BOUND = re.compile(rf"^(?:({_BELOW})|({_ABOVE}))\s*({_NUMBER})$", re.IGNORECASE)
_PLUS = re.compile(rf"^({_NUMBER})\s*\+$", re.IGNORECASE)
_PLAIN = {
    ".": re.compile(r"(?:[0-9]+|[0-9]{1,3}(?:,[0-9]{3})+)(?:\.[0-9]+)?"),
    ",": re.compile(r"(?:[0-9]+|[0-9]{1,3}(?:\.[0-9]{3})+)(?:,[0-9]+)?"),
}
_THOUSANDS_POINT = re.compile(r"(?<![\d.,])\d{1,3}\.\d{3}(?![\d.,])")
OPEN_ENDED = 3.0
"""How far above its lower end an open range (">1,000", "10K+") is taken to reach: the usual step of
such ranges."""


LONGEST = 60
"""Characters of a cell beyond which it is no figure, and is not tried as one."""


class BadFigure(ValueError):
    """A text that should be a figure and is none; the message is for people."""


class Figure(NamedTuple):
    """A figure read: from `low` to `high`, the same for a plain number. `is_pct`: it was written
    with a percent sign, and is given here as a share (12 % is 0.12)."""

    low: float
    high: float
    is_pct: bool = False


def read_figure(text: str, decimal: str = ".") -> Figure | None:
    """Read one figure.

    Parameters: `text`, a cell; `decimal`, the sign before decimals in this column ("." or ",", see
    `decimal_sign`). Returns: `Figure`, or None for a cell that says there is nothing ("", "-",
    "N/A"). "<10" is 0 to 10; ">1,000" and "10K+" reach up to `OPEN_ENDED` times as far. Raises:
    `BadFigure` for anything else."""
    if _PLAIN[decimal].fullmatch(text):
        # What most cells of most files are.
        value = float(text.replace("." if decimal == "," else ",", "").replace(decimal, "."))
        return Figure(value, value)
    if len(text) > LONGEST:
        raise BadFigure(f"“{text[:40]}…” is not a number.")
    bare = _bare(text)
    if bare.replace(" ", "") in NOTHING:
        return None
    is_pct = bare.endswith("%")
    bare = bare.removesuffix("%").strip()
    scale = 0.01 if is_pct else 1.0
    if _ONE.match(bare):
        value = _value(bare, decimal, text) * scale
        return Figure(value, value, is_pct)
    if match := _RANGE.match(bare.replace("%", "")):
        high_text = match[2]
        low, high = _value(match[1], decimal, text), _value(high_text, decimal, text)
        if low > high:
            raise BadFigure(f"“{text[:40]}” is a range that ends below where it begins.")
        return Figure(low * scale, high * scale, is_pct)
    if match := _BOUND.match(bare):
        value = _value(match[3], decimal, text) * scale
        below = match[1] is not None
        return Figure(0.0, value, is_pct) if below else Figure(value, value * OPEN_ENDED, is_pct)
    if match := _PLUS.match(bare):
        value = _value(match[1], decimal, text) * scale
        return Figure(value, value * OPEN_ENDED, is_pct)
    raise BadFigure(f"“{text[:40]}” is not a number.")


def _bare(text: str) -> str:
    plain = _FOOTNOTE.sub("", text.strip()).translate(_SPACES)
    plain = _CURRENCY.sub("", plain).strip().strip("'\"").strip().casefold()
    return plain.lstrip("~≈").removeprefix("ca.").removeprefix("about").strip()


def _value(text: str, decimal: str, whole: str) -> float:
    match = _PARTS.match(text.strip())
    if match is None:
        raise BadFigure(f"“{whole[:40]}” is not a number.")
    digits, unit = match[1].strip(), (match[2] or "").casefold()
    thousands = "," if decimal == "." else "."
    if decimal not in digits and _parts_decimals(digits, thousands, unit):
        digits = digits.replace(thousands, decimal)
    digits = digits.replace(thousands, "").replace("'", "").replace(" ", "").replace(decimal, ".")
    try:
        return float(digits) * _SCALES.get(unit, 1.0)
    except ValueError:
        raise BadFigure(f"“{whole[:40]}” is not a number.") from None


def _parts_decimals(digits: str, sign: str, unit: str) -> bool:
    """Whether a lone sign parts decimals, whatever the column says: "1,50" and "0,450" are no
    thousands, and before a unit ("1,3K") only three digits after it leave a doubt."""
    if digits.count(sign) != 1:
        return False
    before, after = digits.split(sign)
    return len(after) != 3 or (before.strip("+-") == "0" and not unit)


def decimal_sign(cells: Iterable[str]) -> str:
    """Which sign parts decimals in some cells: "." or ",", "" where they leave it open.

    Parameters: `cells`, texts. Returns: the sign that most cells leave no doubt about: a cell with
    both signs (the last one parts decimals), with one sign twice (it parts thousands), or with
    other than three digits after its only sign. Raises: nothing."""
    votes = {".": 0, ",": 0}
    for cell in cells:
        for number in re.findall(r"\d[\d.,]*\d", _bare(cell[:LONGEST])):
            dots, commas = number.count("."), number.count(",")
            if dots and commas:
                # Both signs leave no doubt, so such a cell counts twice.
                votes[max(".,", key=number.rfind)] += 2
            elif dots > 1 or commas > 1:
                votes["," if dots > 1 else "."] += 2
            elif dots + commas == 1:
                sign = "." if dots else ","
                tail = number.split(sign)[1]
                # "1.300" may be either; "0.300" cannot be thousands.
                if len(tail) != 3 or number.startswith(f"0{sign}"):
                    votes[sign] += 1
    if votes[","] == votes["."]:
        return ""
    return "," if votes[","] > votes["."] else "."


def has_thousands_points(cells: Iterable[str]) -> bool:
    """Whether a cell has a point before exactly three digits: in a column of whole counts it parts
    thousands."""
    return any(_THOUSANDS_POINT.search(_bare(cell[:LONGEST])) for cell in cells)
