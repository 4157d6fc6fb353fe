"""The right spellings of English words on the two sides of an ocean."""

import re
from collections.abc import Callable

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


def one_spelling(word: str, bare: Callable[[str], str]) -> str:
    """The American spelling, without accents."""
    plain = bare(word)
    if plain in _AMERICAN:
        return _AMERICAN[plain]
    if plain.endswith("s") and plain[:-1] in _AMERICAN:
        return _AMERICAN[plain[:-1]] + "s"
    return _YSE.sub(r"yz\1", _ISE.sub(r"iz\1", _GREEK.sub("e", _one_l(plain))))


def _one_l(word: str) -> str:
    """ "cancelled" as "canceled"; "filled" and "selling", whose own word ends in two, stay."""
    found = _DOUBLED_L.fullmatch(word)
    return f"{found[1]}l{found[2]}" if found else word
