"""Something that exists already, read into fields: a page as HTML or Markdown, a listing or a
video's description as it was copied."""

import csv
import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from io import StringIO

from bs4 import BeautifulSoup, Comment, Tag
from markdownify import MarkdownConverter

from bunraku.core.channels import FormId, form_named
from bunraku.core.write.slug import last_part

LONGEST = 2_000_000
"""Characters of what is read: a page of several books."""
_NEVER = ("script", "style", "noscript", "template", "iframe", "object", "embed", "svg", "canvas")
"""Elements that are taken out before anything is read."""
_AROUND = ("nav", "header", "footer", "aside", "form", "dialog")
"""Elements that stand around a page's own text."""
_HTML = re.compile(
    r"<(?:!doctype|html|head|body|div|p|h[1-6]|article|main|span|a|ul|table)\b", re.I
)
_FRONT = re.compile(r"\A---[ \t]*\n(.*?)\n---[ \t]*(?:\n|\Z)", re.DOTALL)
_FRONT_LINE = re.compile(r"^([A-Za-z_-]+)[ \t]*:[ \t]*(.*)$")
_BULLET = re.compile(r"^\s*(?:[-*•◦▪✓✔►]|\d+[.)])\s+")
_CHAPTER = re.compile(r"^\s*\(?((?:\d+:)?\d?\d:\d\d)\)?\s*[-–—:]?\s+(\S.*)$")
_HASHTAG = re.compile(r"(?<![\w&/])#[^\W\d_]\w*")
_LABELLED = re.compile(r"^\s*([A-Za-z ]{3,24}?)\s*:\s*(.*)$")


@dataclass(frozen=True)
class Read:
    """Fields that were found, and what a person should know of how: what was left out, what could
    not be told."""

    fields: dict[str, str]
    notes: list[str] = field(default_factory=list)


def read_existing(form: FormId, text: str) -> Read:
    """Read something that exists into fields.

    Parameters: the `form` it is to have; its `text`: HTML, Markdown with or without lines of front
    matter, a CSV of fields, or plain text as it was copied. Returns: `Read`. Nothing of it is run
    or fetched. Raises: `ValueError` for what is too long, or nothing. Cost: linear."""
    if len(text) > LONGEST:
        raise ValueError(f"It has {len(text):,} characters; {LONGEST:,} are read.")
    text = text.replace("\r\n", "\n").replace("\r", "\n").replace("\x00", "")
    if not text.strip():
        raise ValueError("There is nothing in it.")
    table = _from_table(form, text)
    if table is not None:
        return table
    if form_named(form).has("body"):
        return _page_from_html(text) if _is_html(text) else _page_from_markdown(text)
    notes: list[str] = []
    if _is_html(text):
        soup = _cleaned(text, notes)
        text = soup.get_text("\n")
    told = _from_lines(form, [line.rstrip() for line in text.split("\n")])
    return Read(told, notes)


def _from_table(form: FormId, text: str) -> Read | None:
    """Fields of a CSV whose first row names two of them or more; None for what is none."""
    names = {field.name.casefold(): field.id for field in form_named(form).fields}
    names |= {field.id: field.id for field in form_named(form).fields}
    head = text.lstrip("\ufeff").split("\n", 1)[0]
    sign = max(",;\t", key=head.count)
    rows = csv.reader(StringIO(text.lstrip("\ufeff")), delimiter=sign)
    try:
        heads = [cell.strip().casefold() for cell in next(rows)]
        known = {names[head]: place for place, head in enumerate(heads) if head in names}
        lines = [row for row in rows if any(cell.strip() for cell in row)] if len(known) > 1 else []
    except csv.Error:
        return None
    if not lines:
        return None
    said = {
        name: lines[0][place].strip()
        for name, place in known.items()
        if place < len(lines[0]) and lines[0][place].strip()
    }
    more = [f"It has {len(lines)} rows; the first was used."] if len(lines) > 1 else []
    return Read(said, more)


def _is_html(text: str) -> bool:
    return bool(_HTML.search(text[:20_000]))


def _cleaned(text: str, notes: list[str]) -> BeautifulSoup:
    """HTML without what would run, or is no text."""
    soup = BeautifulSoup(text, "lxml")
    scripts = len(soup.find_all(["script", "iframe", "object", "embed"]))
    for element in soup.find_all(_NEVER):
        element.decompose()
    for comment in soup.find_all(string=lambda found: isinstance(found, Comment)):
        comment.extract()
    if scripts:
        parts = "1 part" if scripts == 1 else f"{scripts} parts"
        notes.append(f"Ignored {parts} with scripts or embedded content.")
    return soup


def _page_from_html(text: str) -> Read:
    notes: list[str] = []
    soup = _cleaned(text, notes)
    fields: dict[str, str] = {}
    title = soup.find("title")
    if isinstance(title, Tag):
        fields["title"] = _one_line(title.get_text())
    described = _named(soup, "description") or _named(soup, "og:description")
    if described:
        fields["description"] = _one_line(described)
    address = _address(soup)
    if address:
        fields["address"] = last_part(address)
    main = soup.find("main") or soup.find("article") or soup.body or soup
    for element in main.find_all(_AROUND):
        element.decompose()
    pictures = [
        (str(image.get("src", "")).split("?")[0].rsplit("/", 1)[-1], str(image.get("alt", "")))
        for image in main.find_all("img")
        if not str(image.get("src", "")).startswith("data:")
    ]
    for image in main.find_all("img"):
        image.decompose()
    if pictures:
        fields["images"] = "\n".join(
            f"{name}: {_one_line(said)}" if said else name for name, said in pictures if name
        )
    for element in main.find_all("title"):
        element.decompose()
    body = MarkdownConverter(heading_style="ATX", bullets="-").convert_soup(main)
    body = re.sub(r"\n{3,}", "\n\n", re.sub(r"[ \t]+\n", "\n", body)).strip()
    if body:
        fields["body"] = f"{body}\n"
    if "title" not in fields:
        heading = main.find("h1")
        if isinstance(heading, Tag):
            fields["title"] = _one_line(heading.get_text())
            notes.append("It has no title; its main heading is used.")
    if not described:
        notes.append("It has no description.")
    return Read({name: said for name, said in fields.items() if said}, notes)


def _named(soup: BeautifulSoup, name: str) -> str:
    for key in ("name", "property"):
        found = soup.find("meta", attrs={key: re.compile(rf"^{re.escape(name)}$", re.I)})
        if isinstance(found, Tag) and found.get("content"):
            return str(found["content"])
    return ""


def _address(soup: BeautifulSoup) -> str:
    link = soup.find("link", attrs={"rel": "canonical"})
    if isinstance(link, Tag) and link.get("href"):
        return str(link["href"])
    return _named(soup, "og:url")


def _one_line(text: str) -> str:
    return " ".join(text.split())


def _page_from_markdown(text: str) -> Read:
    fields: dict[str, str] = {}
    notes: list[str] = []
    front = _FRONT.match(text)
    body = text[front.end() :] if front else text
    names = {"slug": "address", "address": "address", "permalink": "address", "url": "address"}
    for line in front.group(1).split("\n") if front else ():
        found = _FRONT_LINE.match(line)
        if found is None:
            continue
        name, said = found.group(1).casefold(), _unquoted(found.group(2))
        if name in ("title", "description"):
            fields[name] = said
        elif name in names and said:
            fields["address"] = last_part(said) or said
    fields["body"] = body.strip() + "\n" if body.strip() else ""
    if not fields.get("title"):
        heading = re.search(r"^#\s+(.+?)\s*#*$", body, re.MULTILINE)
        first = next((line.strip() for line in body.split("\n") if line.strip()), "")
        fields["title"] = heading.group(1) if heading else first[:200]
        notes.append(
            "Its main heading is used as the title."
            if heading
            else "It has no title; its first line is used."
        )
    return Read({name: said for name, said in fields.items() if said}, notes)


def _unquoted(text: str) -> str:
    text = text.strip()
    if len(text) > 1 and text[0] == text[-1] and text[0] in "\"'":
        inner = text[1:-1]
        return inner.replace('\\"', '"').replace("\\\\", "\\") if text[0] == '"' else inner
    return text


_LABELS = {
    "title": "title", "tags": "tags", "keywords": "tags", "materials": "materials",
    "category": "category", "search terms": "hidden", "hidden search terms": "hidden",
    "hidden terms": "hidden", "description": "description", "bullets": "bullets",
    "hashtags": "hashtags",
}  # fmt: skip
_LISTED = ("tags", "materials", "bullets", "hashtags")


def _from_lines(form: FormId, lines: Sequence[str]) -> dict[str, str]:
    """Fields of plain text: the first line is the title; lines that name a field are that field's;
    bullets, times and hashtags are told by their looks; the rest is the description."""
    kind = form_named(form)
    found: dict[str, list[str]] = {}
    current = ""
    for line in lines:
        label = _LABELLED.match(line)
        name = _LABELS.get(label.group(1).casefold().strip(), "") if label else ""
        if label and name in kind.labels:
            current = name
            found.setdefault(name, [])
            if label.group(2).strip():
                found[name].append(label.group(2).strip())
        elif not line.strip():
            current = "" if current in _LISTED else current
            if current in ("", "description") and found.get("description"):
                found["description"].append("")
        elif current and current != "description":
            found[current].append(line.strip())
        elif kind.has("chapters") and (chapter := _CHAPTER.match(line)):
            found.setdefault("chapters", []).append(f"{chapter.group(1)}: {chapter.group(2)}")
        elif kind.has("bullets") and _BULLET.match(line):
            found.setdefault("bullets", []).append(_BULLET.sub("", line).strip())
        elif "title" not in found:
            found["title"] = [line.strip()]
        else:
            found.setdefault("description", []).append(line)
    if kind.has("hashtags"):
        tags = [tag for line in found.get("description", []) for tag in _HASHTAG.findall(line)]
        if tags and "hashtags" not in found:
            found["hashtags"] = list(dict.fromkeys(tags))
    return {name: _joined(name, said) for name, said in found.items() if any(map(str.strip, said))}


def _joined(name: str, said: Sequence[str]) -> str:
    if name in _LISTED or name == "chapters":
        parts = re.split(r"\s*[,;]\s*", ", ".join(said)) if name in ("tags", "materials") else said
        return "\n".join(_BULLET.sub("", part).strip() for part in parts if part.strip())
    return ("\n" if name == "description" else " ").join(said).strip()
