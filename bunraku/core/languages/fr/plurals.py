"""Number of French words."""

from bunraku.core.languages.language import Known

_FRENCH_ONE_FORM = frozenset(
    "mais fois bas cours temps bois bras jus plus sans dans sous vers tres os gaz".split()
)


def one_form(word: str, known: Known) -> str:
    """The form that singular and plural share."""
    if len(word) <= 3 or word in _FRENCH_ONE_FORM:
        return word
    if word.endswith("aux") and not word.endswith("eaux"):
        return word[:-3] + "al"
    return word[:-1] if word.endswith(("s", "x")) else word
