"""One form for what may be spelled in several right ways: accents, ligatures, and the two sides of
an ocean."""

import re
import unicodedata
from functools import lru_cache

_TWO_SIDES = (
    "colour color, favourite favorite, flavour flavor, harbour harbor, neighbour neighbor, "
    "labour labor, honour honor, "
    "humour humor, armour armor, vapour vapor, odour odor, centre center, theatre theater, "
    "metre meter, litre liter, "
    "fibre fiber, calibre caliber, lustre luster, spectre specter, grey gray, tyre tire, kerb "
    "curb, plough plow, "
    "pyjama pajama, draught draft, mould mold, moulding molding, moustache mustache, jewellery "
    "jewelry, "
    "aluminium aluminum, catalogue catalog, dialogue dialog, analogue analog, programme "
    "program, licence license, "
    "defence defense, offence offense, practise practice, sceptical skeptical, doughnut donut, "
    "yoghurt yogurt, "
    "travelling traveling, traveller traveler, travelled traveled, modelling modeling, "
    "levelling leveling, cosy cozy, "
    "ageing aging, enquiry inquiry, woollen woolen, marvellous marvelous, artefact artifact, "
    "colouring coloring, "
    "coloured colored, jeweller jeweler, counselling counseling, maths math, gipsy gypsy, "
    "whisky whiskey, hallo hello, "
    "flyer flier, adviser advisor, organiser organizer, aeroplane airplane, disc disk, "
    "tranquillity tranquility, fulfil fulfill, instalment installment"
)
_AMERICAN = dict(pair.split() for pair in _TWO_SIDES.split(", "))
# Words spelled alike on both sides may get a z too: both sides of a comparison get it, and no other
# word is hit.
_ISE = re.compile(r"(?<=[a-z]{3})is(e|es|ed|er|ers|ing|ation|ations)$")
# A vowel, a consonant and a vowel before it: an unstressed end, whose l only one side doubles.
_DOUBLED_L = re.compile(r"(.*[aeiou][^aeiou]+[ae])ll(ed|ing|er|ers|ation)")
# "anaemia", "oesophagus": Greek words that one side writes with e alone.
_GREEK = re.compile(
    r"(?<=[^aeiou])ae(?=[mst]|di|ol)|^ae(?=st|on)|^oe(?=s|d)|(?<=[dr])oe(?=[am]|sop)"
)
_YSE = re.compile(r"(?<=l)ys(e|es|ed|er|ers|ing)$")


def strip_accents(text: str) -> str:
    """A text without its accents and ligatures: "é" as "e", "ß" as "ss", "ø" as "o"."""
    if text.isascii():
        return text
    apart = unicodedata.normalize("NFD", text.translate(_LIGATURES))
    return unicodedata.normalize("NFC", "".join(c for c in apart if not unicodedata.combining(c)))


_LIGATURES = str.maketrans(
    {"ß": "ss", "æ": "ae", "œ": "oe", "ø": "o", "ł": "l", "đ": "d", "ı": "i"}
)
# Where the dots make another word, and not the plural of the same ("Küche" and "Kuchen").
_DOTS_MATTER = frozenset(
    "küche küchen schön drücken drückt fördern zählen möchte könnte würde rücken stück stücke "
    "stücken lösen höhle bär bären "
    "schwül fällen hütte hütten wüste wüsten mücke mücken".split()
)
_DOTS_WRITTEN = str.maketrans({"ä": "ae", "ö": "oe", "ü": "ue"})
_DOTTED = {form: word for word in _DOTS_MATTER for form in (word, word.translate(_DOTS_WRITTEN))}
_UMLAUT_WRITTEN = re.compile(r"(?<![aeoq])([ou])e(?=[^aeiou])|(?<![aeou])ae(?=[^aeiou])")


@lru_cache(maxsize=400_000)
def spelling_key(word: str, language: str) -> str:
    """The form that the right spellings of a word share.

    Parameters: `word`, one case-folded word; `language`, two letters. Returns: the word without
    accents; in English the American spelling; in German with "ae", "oe", "ue" as the umlauts they
    may stand for, without their dots where those make no other word, and with "f" for "ph". A key
    to compare by, not a word to show. Raises: nothing. Cost: constant, and once a word."""
    if language == "de":
        word = word.replace("ph", "f")
        if word in _DOTTED:
            return _DOTTED[word]
        return _UMLAUT_WRITTEN.sub(lambda found: found.group(1) or "a", strip_accents(word))
    plain = strip_accents(word)
    if language != "en":
        return plain
    if plain in _AMERICAN:
        return _AMERICAN[plain]
    if plain.endswith("s") and plain[:-1] in _AMERICAN:
        return _AMERICAN[plain[:-1]] + "s"
    return _YSE.sub(r"yz\1", _ISE.sub(r"iz\1", _GREEK.sub("e", _one_l(plain))))


def _one_l(word: str) -> str:
    """ "cancelled" as "canceled"; "filled" and "selling", whose own word ends in two, stay."""
    found = _DOUBLED_L.fullmatch(word)
    return f"{found[1]}l{found[2]}" if found else word
