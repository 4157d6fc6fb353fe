"""Number of Portuguese words."""

from bunraku.core.languages.language import Known


def one_form(word: str, known: Known) -> str:
    """The form that singular and plural share."""
    if len(word) <= 3 or word in ("lapis", "gratis", "oculos", "onibus", "mais"):
        return word
    for plural, singular in (
        ("oes", "ao"),
        ("aes", "ao"),
        ("ais", "al"),
        ("eis", "el"),
        ("ois", "ol"),
        ("uis", "ul"),
        ("ns", "m"),
    ):
        if word.endswith(plural):
            return word[: -len(plural)] + singular
    word = word.removesuffix("s")
    return word[:-1] if word.endswith("e") and word[-2] in "rzs" else word
