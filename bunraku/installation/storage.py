"""Storage that fails: what went wrong, in a sentence, and what to do."""

import errno
import sqlite3

_FULL = "the disk is full. Make room on it, then try again. Existing data is intact."
_NO_WRITING = (
    "it is read-only. Make sure that the folder and all in it belong to the user that runs "
    "Bunraku and that the disk is not read-only, then try again. Existing data is intact."
)
_DAMAGED = (
    "it is damaged, or not a database. Stop Bunraku and restore your last backup (python -m "
    "bunraku restore FILE --replace); what is there now is kept aside."
)
_DISK = (
    "the disk cannot be read or written reliably. Check the disk first; then try "
    "again, or restore your last backup (python -m bunraku restore FILE --replace)."
)
_NOT_OPENED = "it cannot be opened. See that it is there and belongs to the user that runs Bunraku."
BUSY = "something else is being stored for a long while. Try again in a moment."
_OF_SQLITE = {
    sqlite3.SQLITE_FULL: _FULL,
    sqlite3.SQLITE_READONLY: _NO_WRITING,
    sqlite3.SQLITE_PERM: _NO_WRITING,
    sqlite3.SQLITE_CORRUPT: _DAMAGED,
    sqlite3.SQLITE_NOTADB: _DAMAGED,
    sqlite3.SQLITE_IOERR: _DISK,
    sqlite3.SQLITE_CANTOPEN: _NOT_OPENED,
    sqlite3.SQLITE_BUSY: BUSY,
    sqlite3.SQLITE_LOCKED: BUSY,
}
_OF_THE_SYSTEM = {
    errno.ENOSPC: _FULL,
    errno.EDQUOT: _FULL,
    errno.EFBIG: _FULL,
    errno.EACCES: _NO_WRITING,
    errno.EPERM: _NO_WRITING,
    errno.EROFS: _NO_WRITING,
    errno.EIO: _DISK,
    errno.ENOENT: _NOT_OPENED,
    errno.ENOTDIR: _NOT_OPENED,
    errno.EISDIR: _NOT_OPENED,
    errno.EEXIST: _NOT_OPENED,
}


def is_passing(error: BaseException) -> bool:
    """Whether a failure of storage is over by itself, or once a person has made room: to be waited
    for, not to be ended by."""
    return why_it_failed(error) in (_FULL, BUSY)


def why_it_failed(error: BaseException) -> str:
    """Why storage failed and what to do, as the end of a sentence that names what failed; empty
    where it was no failure of storage. Errors that were raised from such one count."""
    reason: BaseException | None = error
    while reason is not None:
        code = getattr(reason, "sqlite_errorcode", None)
        # The lower byte tells the kind; above it stands where it happened.
        if isinstance(reason, sqlite3.Error) and code is not None and code & 0xFF in _OF_SQLITE:
            return _OF_SQLITE[code & 0xFF]
        if isinstance(reason, OSError) and reason.errno in _OF_THE_SYSTEM:
            return _OF_THE_SYSTEM[reason.errno]
        reason = reason.__cause__
    return ""
