"""Tests that keep documents true: generated files, migrations, settings, error codes, columns,
commands, the demo."""

import json
import re
import subprocess
from pathlib import Path

import pytest
from django.conf import settings
from django.core.management import call_command

from bunraku import __version__
from bunraku.server.errors import CATALOGUE, BunrakuError
from bunraku.server.plan.export_plan import COLUMNS as PLAN_COLUMNS
from bunraku.server.sheet.export_keywords import COLUMNS as KEYWORD_COLUMNS
from bunraku.server.start.management.commands.write_docs import generated
from tools import sentences

ROOT: Path = settings.ROOT
TABLES = (ROOT / "bunraku/server/sheet/columns.py",)
"""Modules that are one long table: parting it would be two places to look in."""


def read(name: str) -> str:
    return (ROOT / name).read_text("utf-8")


@pytest.mark.parametrize("name", list(generated()))
def test_generated_files_are_current(name: str) -> None:
    assert read(name) == generated()[name], "run `make docs`"


@pytest.mark.django_db
def test_migrations_are_current() -> None:
    call_command("makemigrations", check=True, dry_run=True, verbosity=0)


def test_migrations_are_named() -> None:
    for path in (ROOT / "bunraku/server").glob("*/migrations/0*.py"):
        assert "auto" not in path.stem


def test_every_setting_is_documented() -> None:
    used = set(
        re.findall(
            r"BUNRAKU_[A-Z_]+", read("bunraku/server/settings.py") + read("bunraku/__main__.py")
        )
    )
    documented = set(re.findall(r"`(BUNRAKU_[A-Z_]+)`", read("docs/operating.md")))
    assert used == documented


def test_every_column_of_an_export_is_documented() -> None:
    text = read("docs/formats.md")
    for column in (*KEYWORD_COLUMNS, *PLAN_COLUMNS):
        assert f"| {column.name} | {column.about} |" in text


def test_every_error_code_is_in_the_catalogue_and_used() -> None:
    source = "\n".join(path.read_text("utf-8") for path in (ROOT / "bunraku/server").rglob("*.py"))
    raised = set(re.findall(r"BunrakuError\(\s*\"(\w+)\"", source))
    assert raised <= set(CATALOGUE)
    for code in CATALOGUE:
        assert source.count(f'"{code}"') > 1, f"{code} is never used"
    assert "`make docs`" in read("docs/formats.md")


def test_an_error_outside_the_catalogue_cannot_be_made() -> None:
    with pytest.raises(KeyError):
        BunrakuError("made_up", "x")


def test_every_make_target_says_what_it_does() -> None:
    targets = re.findall(r"^([a-z][a-z-]*):(.*)$", read("Makefile"), flags=re.M)
    parts = {"lint-server", "lint-web"}
    answer = subprocess.run(
        ["make", "help"], cwd=ROOT, capture_output=True, text=True, check=True
    ).stdout
    for name, rest in targets:
        if name in parts:
            continue
        assert "##" in rest or name.startswith("stamp"), f"make {name} says nothing"
        assert name in answer


def test_pictures_and_the_readme_agree() -> None:
    pictures = {path.name for path in (ROOT / "docs/screenshots").glob("*.png")}
    assert pictures
    assert pictures == set(re.findall(r"docs/screenshots/([\w-]+\.png)", read("README.md")))


def test_the_sentences_are_listed_and_use_the_words_of_the_glossary() -> None:
    assert read("docs/sentences.md") == sentences.markdown(), "run `make docs`"
    assert list(sentences.not_used()) == []


def test_links_of_the_documents_lead_somewhere() -> None:
    for path in (*ROOT.glob("*.md"), *(ROOT / "docs").rglob("*.md")):
        for link in re.findall(r"\]\((?!http|#)([^)#]+)", path.read_text("utf-8")):
            assert (path.parent / link).exists(), (path.name, link)


def test_every_decision_is_listed() -> None:
    records = {path.name for path in (ROOT / "docs/decisions").glob("*.md")}
    listed = re.findall(r"decisions/(\d{4}-[\w-]+\.md)", read("docs/architecture.md"))
    assert len(records) == len(listed)
    assert records == set(listed)


def test_version_and_changelog_agree() -> None:
    latest = re.search(r"^## (\S+),", read("CHANGELOG.md"), flags=re.M)
    assert latest
    assert latest[1] == __version__
    assert f'version = "{__version__}"' in read("pyproject.toml")
    for name in ("web/package.json", "web/package-lock.json"):
        assert json.loads(read(name))["version"] == __version__, name


def test_lock_files_carry_no_addresses() -> None:
    assert '"resolved"' not in read("web/package-lock.json")
    for name in ("requirements.txt", "requirements-dev.txt"):
        assert not re.search(r"index-url|find.links|http", read(name))


def test_modules_say_what_they_are_for_and_stay_short() -> None:
    for path in (ROOT / "bunraku").rglob("*.py"):
        text = path.read_text("utf-8")
        if "migrations" in path.parts or not text:
            continue
        assert text.startswith(('"""', "#!")), path
        if path not in TABLES:
            assert text.count("\n") < 320, path
