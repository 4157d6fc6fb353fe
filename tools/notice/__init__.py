"""What ships with Bunraku that others made, and the texts that their licences ask for.

`python -m tools.notice` writes `NOTICE`; it reads the packages that are installed. Files of others
that lie in this repository are named in `FILES`."""

import importlib.metadata
import json
import re
from collections import defaultdict
from dataclasses import dataclass, field
from pathlib import Path

ROOT = Path(__file__).parent.parent.parent
TARGET = ROOT / "NOTICE"
TEXTS = Path(__file__).parent / "texts"
FILES: dict[str, tuple[tuple[str, str], ...]] = {
    "bunraku/core/text/meaning.npz": (
        ("The sentence model all-MiniLM-L6-v2, from which word meanings are derived", "apache-2.0"),
        ("WordNet 3.0, words and their kinds", "wordnet"),
        ("SCOWL, lists of English words", "scowl"),
        ("Word frequencies of pyspellchecker", "pyspellchecker"),
    ),
    "bunraku/core/text/sentences/english.onnx": (
        ("The sentence model all-MiniLM-L6-v2, with eight bits a weight", "apache-2.0"),
    ),
    "bunraku/core/text/sentences/several.onnx": (
        (
            "The sentence model multilingual-e5-small, with eight bits a weight and the pieces of "
            "text of seven languages alone",
            "multilingual-e5",
        ),
    ),
    "bunraku/core/languages/de/nouns.csv.gz": (
        ("German nouns of the package german-nouns, from the German Wiktionary", "cc-by-sa-4.0"),
    ),
    "tests/core/GraphemeBreakTest-15.0.0.txt": (
        ("Unicode's test of where characters end", "unicode"),
    ),
}
"""Files of this repository that are made of the work of others: what it is, and its text."""
_COPYRIGHT = re.compile(r"^\W*(?:copyright\b|\(c\)|©).*$", re.IGNORECASE | re.MULTILINE)
_NAMES = ("licen", "copying")


@dataclass
class Package:
    """A package that ships within the page's scripts: its licence, and the text of it."""

    name: str
    version: str
    licence: str
    text: str = ""
    owners: list[str] = field(default_factory=list)


def python_packages() -> list[tuple[str, str]]:
    """Name and version of what is installed to run Bunraku, as the lock file says."""
    lines = (ROOT / "requirements.txt").read_text("utf-8").splitlines()
    found = (re.match(r"([A-Za-z0-9_.-]+)(?:\[\w+\])?==([^ \\]+)", line) for line in lines)
    return [(match[1], match[2]) for match in found if match]


def npm_packages() -> dict[str, tuple[str, str]]:
    """Folder below `web` to version and licence, of what the page is built from."""
    lock = json.loads((ROOT / "web/package-lock.json").read_text("utf-8"))
    return {
        folder: (entry["version"], entry.get("license", ""))
        for folder, entry in lock["packages"].items()
        if folder and not any(entry.get(kind) for kind in ("dev", "optional", "peer"))
    }


def name_of(folder: str) -> str:
    """The name of the package in a folder of the lock file."""
    return folder.rpartition("node_modules/")[2]


def _read(folder: str, version: str, licence: str) -> Package:
    package = Package(name_of(folder), version, licence)
    files = sorted((ROOT / "web" / folder).iterdir())
    text = next((f for f in files if f.name.lower().startswith(_NAMES) and f.is_file()), None)
    if text is not None:
        whole = text.read_text("utf-8").replace("\r\n", "\n")
        package.owners = [found.group().strip() for found in _COPYRIGHT.finditer(whole)]
        package.text = _COPYRIGHT.sub("", whole).strip()
    return package


def _alike(text: str) -> str:
    """What tells one text from another: its words, whatever their layout."""
    return " ".join(re.findall(r"\w+", text.casefold()))


def _licence_of(name: str) -> str:
    about = importlib.metadata.metadata(name)
    said = about.get("License-Expression") or (about.get("License") or "").strip().split("\n")[0]
    if said and len(said) < 40:
        return str(said)
    named = [c for c in about.get_all("Classifier") or [] if c.startswith("License ::")]
    return named[0].rpartition(":: ")[2] if named else "see the package"


def notice() -> str:
    """The whole of `NOTICE`. Raises: `FileNotFoundError` where packages are not installed."""
    parts = [
        "Bunraku is made with the work of others. This file names what ships with it and gives\n"
        "the texts that the licences ask for. It is written by `make docs`; do not edit it.\n"
    ]
    parts.append("DATA\n====\n")
    for path, works in FILES.items():
        for what, text in works:
            parts.append(f"{what}\n(in {path})\n\n{_text(text)}\n")
    parts.append("PACKAGES IN THE PAGE'S SCRIPTS AND STYLES, AND ITS FONTS\n" + "=" * 56 + "\n")
    by_text: dict[str, list[Package]] = defaultdict(list)
    for folder, (version, licence) in sorted(npm_packages().items()):
        package = _read(folder, version, licence)
        by_text[_alike(package.text) or licence].append(package)
    for packages in sorted(by_text.values(), key=lambda each: (-len(each), each[0].name)):
        lines = [
            f"{each.name} {each.version} ({each.licence})"
            + "".join(f"\n    {owner}" for owner in each.owners)
            for each in packages
        ]
        parts.append("\n".join(lines) + f"\n\n{packages[0].text or _without_text(packages[0])}\n")
    parts.append("PYTHON PACKAGES\n===============\n")
    parts.append(
        "They are installed beside Bunraku and not part of it; each brings its own text.\n\n"
        + "\n".join(f"{name} {version}: {_licence_of(name)}" for name, version in python_packages())
        + "\n"
    )
    return "\n".join(parts)


def _without_text(package: Package) -> str:
    return f"No text comes with it; that of its licence ({package.licence}) is above."


def _text(name: str) -> str:
    return (TEXTS / f"{name}.txt").read_text("utf-8").strip("\n")


def main() -> int:
    """Write the file."""
    TARGET.write_text(notice(), "utf-8")
    return 0
