"""Number of German words."""

from bunraku.core.languages.language import Known

# Nouns whose plural takes -er: a closed list, read from the end of a word, for others of the kind
# are made of these. Whoever does something ("Drucker", "Spieler") is none of them.
_ER = tuple(
    "bilder bucher kinder hauser kleider lander lieder manner rader walder worter glaser "
    "blatter bretter dorfer felder geister "
    "graber guter horner huhner kalber krauter lammer locher nester rander rinder schilder "
    "schlosser schwerter tucher volker "
    "wurmer bander bader facher fasser gesichter gewander denkmaler dacher amter taler holzer "
    "lichter munder "
    "straucher mitglieder glieder gehalter weiber gespenster geschlechter tumer leiber eier".split()
)
_KEEPS_S = tuple(
    "kurs hals fuchs lachs wachs krebs keks puls fels mops gips chips schnaps dachs luchs "
    "stress ss reis".split()
)
_KEEPS_E = ("reise", "karte", "seite", "weise", "masse", "halle", "lehre", "folge")
_ENDS = (
    ("innen", 3),
    ("nissen", 3),
    ("nisse", 2),
    *((f"{end}{more}", 1) for end in ("er", "el") for more in "ns"),
    ("ens", 1),
)


def one_form(word: str, known: Known) -> str:
    """The form that singular and plural share."""
    # Umlauts have lost their dots, "Gläser" are "glaser" here. What remains need not be a word,
    # only the same for both.
    if len(word) <= 3:
        return word
    if word.endswith(_ER):
        return _end(word[:-2])
    for end, left in _ENDS:
        if word.endswith(end):
            return one_form(word[:-left], known) if left == 1 else _end(word[:-left])
    if word.endswith(("er", "el", "lein", *_KEEPS_E)):
        return word
    if word.endswith(tuple(f"{stays}n" for stays in _KEEPS_E)):
        return word[:-1]
    if word.endswith("en"):
        return _end(word[:-2])
    return _end(word.removesuffix("e"))


def _end(word: str) -> str:
    return word if len(word) <= 3 or word.endswith(_KEEPS_S) else word.removesuffix("s")
