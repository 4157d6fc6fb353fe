"""Frame words: what stands around any topic ("best", "how often", "kit", "near me") and names none
by itself. Two keywords that share only these share nothing."""

from bunraku.core.languages import language_named


def is_frame(word: str, language: str) -> bool:
    """Whether a case-folded word names no topic by itself: a frame word, or a number."""
    return word in language_named(language).frame_words or word.replace(".", "").isdigit()
