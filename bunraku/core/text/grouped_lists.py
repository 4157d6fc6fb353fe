"""The lists that were grouped by hand, beside the labelled ones, as `languages/PHRASES.md` says."""


def read_groups(text: str) -> tuple[tuple[str, tuple[tuple[str, ...], ...]], ...]:
    """Lists grouped by hand and not labelled for intent: under the name of each subject in square
    brackets, the phrases of a page on lines of their own, blank lines between pages."""
    lists = []
    for part in text.strip().removeprefix("[").split("\n["):
        name, _, rest = part.partition("]\n")
        pages = (page.strip().split("\n") for page in rest.strip().split("\n\n"))
        lists.append((name, tuple(tuple(line.strip() for line in page) for page in pages)))
    return tuple(lists)
