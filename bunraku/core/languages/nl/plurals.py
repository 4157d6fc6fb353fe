"""Number of Dutch words."""

from bunraku.core.languages.language import Known

_EREN = ("kinderen", "eieren", "bladeren", "liederen")
_ENDS = ("ing", "heid", "ig", "lijk", "baar", "er", "aar", "ster", "end", "je")


def one_form(word: str, known: Known) -> str:
    """The form that singular and plural share. Plurals change the middle of a word, so the stemmer
    is used, but not where it takes an ending of another kind away."""
    if word.endswith(_EREN):
        return word[:-4]
    if word.endswith("heden"):
        return word[:-4] + "id"
    if word.endswith("os") and len(word) > 4:
        return word[:-1]
    if word.endswith(("ingen", "ers", "aars", "jes", "sters")):
        word = word.removesuffix("en").removesuffix("s")
    if word.endswith(_ENDS):
        return word
    return known.stem(word)
