"""Which encoding a text of unknown origin is in: by what people write, not by what bytes can be."""

from charset_normalizer import from_bytes

from bunraku.core.formats.bad_file import BadFile

MARKS = ((b"\xef\xbb\xbf", "utf-8-sig"), (b"\xff\xfe", "utf-16"), (b"\xfe\xff", "utf-16"))
"""Marks at the beginning of a file that tell its encoding."""
NO_TEXT = "Not a text file. Save it as CSV or .xlsx."
LOOKED_AT = 50_000
"""Bytes that an encoding is told by."""
FEW_NOUGHTS = 0.02
"""Share of bytes up to which noughts are dirt in a text and not half of its letters."""
FEW_BROKEN = 0.05
"""Share of the signs of several bytes that may be broken in a text of such signs."""
_WESTERN = (
    *("äöüß", "éèàâêîôûçëïœùæ", "áéíóúñü", "àèéìòù", "áâãàçéêíóôõú", "ëïéöüè", "åäöæøé"),
    "áéíóúýþðæö",
)
_CENTRAL = (
    *("ąćęłńóśźż", "áčďéěíňóřšťúůýž", "áäčďéíĺľňóôŕšťúýž", "áéíóöőúüű", "ăâîșțşţ", "čćđšž"),
    "äöüß",
)
_LETTERS: dict[str, tuple[str, ...]] = {
    # Of equal ones the first, which is the commonest.
    "cp1252": _WESTERN,
    "cp1250": _CENTRAL,
    "iso8859_2": _CENTRAL,
    "mac_roman": _WESTERN,
    "cp1251": ("абвгдежзийклмнопрстуфхцчшщъыьэюяё", "абвгґдеєжзиіїйклмнопрстуфхцчшщьюя"),
    "cp1253": ("αβγδεζηθικλμνξοπρστυφχψωάέήίόύώςϊϋΐΰ",),
}
"""Letters besides plain ones by language, for each encoding: a text is in one of them, mostly."""
_SIGNS = "£€§°’‘“”„–—…«»·©®™½¼²³±×№"
_RIGHT, _SIGN, _WRONG = 1.0, 0.4, -2.0


def encoding_of(head: bytes) -> str:
    """The encoding of a text.

    Parameters: `head`, its beginning, a mark of its encoding and all. Returns: its name, as Python
    knows it: by its mark; UTF-16 where half of the bytes are noughts; UTF-8 where it can be read
    so, or nearly all of its signs of several bytes can; else the encoding of one byte a sign in
    which most letters and signs stand where people write them, Western where several are as good.
    Raises: `BadFile` for what is no text."""
    for mark, encoding in MARKS:
        if head.startswith(mark):
            return encoding
    noughts = head.count(0)
    if noughts > FEW_NOUGHTS * len(head):
        return _wide(head)
    clean = head.replace(b"\x00", b"")
    if strange(clean):
        raise BadFile(NO_TEXT)
    if _is_utf8(clean):
        return "utf-8"
    return _by_letters(clean[:LOOKED_AT])


def strange(head: bytes) -> bool:
    """Whether more than one byte in fifty is a control sign that no text has."""
    return sum(byte < 9 or 13 < byte < 32 for byte in head[:20_000]) * 50 > len(head[:20_000])


def _wide(head: bytes) -> str:
    """UTF-16 without its mark: every other byte of plain letters is 0."""
    odd, even = head[1::2].count(0), head[::2].count(0)
    encoding = "utf-16-le" if odd > even else "utf-16-be"
    text = head[: len(head) // 2 * 2].decode(encoding, errors="replace")
    if max(odd, even) * 4 < len(head) or strange(text.encode()):
        raise BadFile(NO_TEXT)
    return encoding


def _is_utf8(head: bytes) -> bool:
    # A sign of several bytes may be cut at the end of what was read.
    for cut in range(4):
        try:
            told = head[: len(head) - cut].decode("utf-8")
        except UnicodeDecodeError:
            continue
        if "\ufffd" in told[:1000]:
            raise BadFile(NO_TEXT)
        return True
    told = head.decode("utf-8", errors="replace")
    wide = sum(not sign.isascii() for sign in told)
    return told.count("\ufffd") <= FEW_BROKEN * wide


def _by_letters(head: bytes) -> str:
    best, chosen = 0.0, ""
    for encoding, alphabets in _LETTERS.items():
        text = head.decode(encoding, errors="replace")
        worth = max(_likeness(text, alphabet) for alphabet in alphabets)
        if worth > best + 1e-9:
            best, chosen = worth, encoding
    if chosen:
        return chosen
    found = from_bytes(head[:20_000]).best()
    return found.encoding if found is not None else "cp1252"


def _likeness(text: str, letters: str) -> float:
    """How many of the signs that are not plain stand where people of a language write them: small
    letters not behind capitals, capitals not behind small ones, signs between words."""
    worth = 0.0
    before = " "
    for sign, after in zip(text, text[1:] + " ", strict=True):
        if not sign.isascii():
            if sign in letters:
                worth += _WRONG if before.isupper() and after.isupper() else _RIGHT
            elif sign.lower() in letters and sign.isupper():
                worth += _WRONG if before.islower() else _RIGHT
            elif sign in "£€" and after.isdigit():
                worth += _RIGHT
            elif sign in _SIGNS:
                worth += _SIGN / 4 if before.isalpha() and sign not in "’–—™®" else _SIGN
            else:
                worth += _WRONG
        before = sign
    return worth
