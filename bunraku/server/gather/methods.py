"""How keywords come: the methods, and the bit that each has in a row."""

METHODS = (
    *(
        "seed",
        "box",
        "alphabet",
        "asked",
        "joined",
        "either",
        "inside",
        "related",
        "fields",
        "rising",
    ),
    *("language", "rivals", "years", "combine", "import", "report"),
)
"""How keywords come: typed, by a way, combined, in a file, in one's own report. Their order is
stored in every row: new ones are only ever added at the end."""
BITS: dict[str, int] = {method: 1 << place for place, method in enumerate(METHODS)}
