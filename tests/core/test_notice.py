"""Everything that ships and that others made is named in NOTICE, with the text of its licence."""

import subprocess
from pathlib import Path

from tools.notice import FILES, TARGET, TEXTS, name_of, npm_packages, python_packages

ROOT = Path(__file__).parents[2]
BINARY = (".npz", ".woff2", ".woff", ".ttf", ".otf", ".bin", ".dat", ".gz", ".zip", ".onnx")
OURS = "bunraku/core/weigh/intent_"
"""Models learned from phrases of our own."""


def test_every_package_is_named_in_its_version() -> None:
    lines = set(TARGET.read_text("utf-8").splitlines())
    for name, version in python_packages():
        assert any(line.startswith(f"{name} {version}: ") for line in lines), "run `make docs`"
    for folder, (version, licence) in npm_packages().items():
        assert f"{name_of(folder)} {version} ({licence})" in lines, "run `make docs`"


def test_every_file_of_others_is_named_with_its_text() -> None:
    notice = TARGET.read_text("utf-8")
    for path, works in FILES.items():
        assert (ROOT / path).exists()
        for what, text in works:
            assert f"{what}\n(in {path})" in notice
            assert (TEXTS / f"{text}.txt").read_text("utf-8").strip("\n") in notice
    listed = subprocess.run(["git", "ls-files"], cwd=ROOT, capture_output=True, check=True).stdout
    binary = [name for name in listed.decode().splitlines() if name.endswith(BINARY)]
    assert [name for name in binary if name not in FILES and not name.startswith(OURS)] == []


def test_the_fonts_and_their_licence_are_there() -> None:
    notice = TARGET.read_text("utf-8")
    fonts = [name_of(folder) for folder in npm_packages() if "@fontsource" in folder]
    assert fonts
    assert all(font in notice for font in fonts)
    assert "SIL OPEN FONT LICENSE" in notice
