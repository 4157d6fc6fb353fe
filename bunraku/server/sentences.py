"""Numbers and their nouns in sentences for people."""


def plural(count: int, noun: str, nouns: str = "") -> str:
    """A count with its noun: "1 keyword", "2,300 keywords"."""
    return f"{count:,} {noun if count == 1 else nouns or noun + 's'}"


def lookups(tenths: int) -> str:
    """What is counted in tenths of a lookup: "1 lookup", "3.5 lookups", "2,300 lookups"."""
    return f"{tenths / 10:,.10g} {'lookup' if tenths == 10 else 'lookups'}"


def named(texts: "list[str]", noun: str) -> str:
    """One thing by its name, several by their count: “star chart”, "12 keywords"."""
    return f"“{texts[0]}”" if len(texts) == 1 else plural(len(texts), noun)
