"""The error for a file that cannot be read as a table."""


class BadFile(ValueError):
    """A file that cannot be read as a table; the message is for people."""
