"""Number of Italian words."""

from bunraku.core.languages.language import Known


def one_form(word: str, known: Known) -> str:
    """The form that singular and plural share."""
    # -o and -i are one, and so are -a and -e. "lente" and "lenti" are not told from "lenta" and
    # "lento": a variant missed is better than a wrong one.
    if len(word) <= 3 or word[-1] not in "aeio":
        return word
    body = word[:-1].removesuffix("h").removesuffix("i")
    return body + ("a" if word[-1] in "ae" else "o")
