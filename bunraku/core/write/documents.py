"""The fields of a piece as a document: Markdown, plain text, HTML."""

from html import escape

from bunraku.core.channels import FormId, form_named
from bunraku.core.channels.form import Field
from bunraku.core.write.fields import Fields, items_of, pairs_of
from bunraku.core.write.markdown import as_html as body_as_html


def as_markdown(form: FormId, fields: Fields) -> str:
    """A page as its text, with the fields that stand around it above between lines of three
    hyphens; a video or a listing with a heading for each field. Empty fields are left out."""
    if form_named(form).has("body"):
        around = [
            f"{field.id}: {_quoted(fields[field.id])}"
            for field in form_named(form).fields
            if field.shape in ("line", "text") and field.id != "body" and fields.get(field.id)
        ]
        pictures = [
            f"![{said}]({name.replace(' ', '%20')})"
            for name, said in pairs_of(fields.get("images", ""))
        ]
        parts = ["\n".join(["---", *around, "---"]) if around else ""]
        parts += [fields.get("body", "").strip(), "\n".join(pictures)]
        return "\n\n".join(part for part in parts if part) + "\n"
    parts = [f"# {fields['title']}"] if fields.get("title") else []
    for field in form_named(form).fields:
        text = fields.get(field.id, "").strip()
        if text and field.id != "title":
            listed = "\n".join(f"- {item}" for item in items_of(text))
            parts.append(f"## {field.name}\n\n{text if _is_text(field) else listed}")
    return "\n\n".join(parts) + "\n"


def _quoted(text: str) -> str:
    """A text as YAML quotes it."""
    plain = " ".join(text.split()).replace("\\", "\\\\").replace('"', '\\"')
    return f'"{plain}"'


def _is_text(field: Field) -> bool:
    return field.shape in ("line", "text")


def as_text(form: FormId, fields: Fields) -> str:
    """Every field under its name, for pasting. Empty fields are left out."""
    return (
        "\n\n".join(
            f"{field.name}\n{fields[field.id].strip()}"
            for field in form_named(form).fields
            if fields.get(field.id, "").strip()
        )
        + "\n"
    )


def as_html(form: FormId, fields: Fields, language: str) -> str:
    """A document of its own: a page with its title and description where browsers and search
    engines look for them, a video or a listing with a heading for each field. What is typed is
    text: HTML that stands in it is written out."""
    head = f"<title>{escape(fields.get('title', ''))}</title>"
    has_body = form_named(form).has("body")
    if has_body and fields.get("description"):
        told = escape(" ".join(fields["description"].split()))
        head += f'\n<meta name="description" content="{told}">'
    if has_body:
        main = body_as_html(fields.get("body", "")).strip()
        pictures = "\n".join(
            f'<img src="{escape(name)}" alt="{escape(said)}">'
            for name, said in pairs_of(fields.get("images", ""))
        )
        main = f"{main}\n{pictures}".strip()
    else:
        main = "\n".join(
            _section(field, fields[field.id].strip())
            for field in form_named(form).fields
            if fields.get(field.id, "").strip()
        )
    return (
        f'<!doctype html>\n<html lang="{escape(language)}">\n<head>\n<meta charset="utf-8">\n'
        f"{head}\n</head>\n<body>\n{main}\n</body>\n</html>\n"
    )


def _section(field: Field, text: str) -> str:
    if field.id == "title":
        return f"<h1>{escape(text)}</h1>"
    if _is_text(field):
        told = "".join(f"<p>{escape(part)}</p>" for part in items_of(text))
    elif field.shape == "lines":
        told = "<ul>" + "".join(f"<li>{escape(item)}</li>" for item in items_of(text)) + "</ul>"
    else:
        rows = "".join(
            f"<dt>{escape(name)}</dt><dd>{escape(said)}</dd>" for name, said in pairs_of(text)
        )
        told = f"<dl>{rows}</dl>"
    return f"<h2>{escape(field.name)}</h2>\n{told}"
