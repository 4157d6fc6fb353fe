"""The errors for files: one that cannot be read as a table, and columns that are not told
rightly."""


class BadFile(ValueError):
    """A file that cannot be read as a table; the message is for people."""


class BadMapping(ValueError):
    """Columns that a table does not have, or that mean nothing; the message is for people."""
