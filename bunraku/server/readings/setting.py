"""What a person has said of themselves, as far as a source that makes a world to practise in needs
it."""

from collections import Counter

from bunraku.core.text import content_stems, identity_key, tokens
from bunraku.server.sheet.models import Row, Scope
from bunraku.sources.protocol import Setting

LOOKED_AT = 40
"""Keywords, the first that came, whose words tell what the subject is."""
WORDS = 6
"""Words that a subject is told in."""
LEAST_LETTERS = 4
"""Letters of such a word: shorter ones name nobody."""


def setting_of(scope: Scope) -> Setting:
    """The project's places, the brand words of its field, and the words that its subject is mostly
    told in: those of its first keywords and of what it says of itself, the commonest first."""
    project = scope.project
    texts = [project.about, project.about]
    if scope.pk:
        rows = Row.objects.filter(scope=scope).order_by("pk")
        texts += rows.values_list("text", flat=True)[:LOOKED_AT]
    counted = Counter(
        word
        for text in texts
        for word in tokens(identity_key(text))
        if word.isalpha() and len(word) >= LEAST_LETTERS and content_stems(word, project.language)
    )
    said = {identity_key(word) for word in (*project.places, *project.own_brands)}
    words = [word for word, _ in counted.most_common(WORDS + len(said)) if word not in said]
    return Setting(
        tuple(filter(None, map(identity_key, project.places))),
        tuple(filter(None, map(identity_key, (*project.rival_brands, *project.own_brands)))),
        tuple(words[:WORDS]),
    )
