"""What the help text of a figure says to people."""

from typing import NamedTuple


class HelpText(NamedTuple):
    """One sentence each: what the figure is, how it is made, what to do with it."""

    what: str
    made: str
    use: str

    def __str__(self) -> str:
        return " ".join(self)
