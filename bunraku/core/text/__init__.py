"""Words: identity keys, tokens, stems."""

from bunraku.core.text.normalise import BadKeyword, clean_keyword, identity_key
from bunraku.core.text.tokens import content_stems, count_tokens, stems, tokens

__all__ = [
    "BadKeyword",
    "clean_keyword",
    "content_stems",
    "count_tokens",
    "identity_key",
    "stems",
    "tokens",
]
