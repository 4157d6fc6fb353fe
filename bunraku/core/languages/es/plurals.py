"""Number of Spanish words."""

from bunraku.core.languages.language import Known


def one_form(word: str, known: Known) -> str:
    """The form that singular and plural share."""
    if len(word) <= 3 or word in ("lunes", "martes", "crisis", "gratis", "gafas"):
        return word
    if word.endswith("ces"):
        return word[:-3] + "z"
    word = word.removesuffix("s")
    return word[:-1] if word.endswith("e") and len(word) > 3 and word[-2] not in "aeiou" else word
