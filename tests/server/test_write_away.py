"""What is written goes out as documents and as a sheet, and comes back; what exists comes in."""

import io
import json
from typing import Any

import openpyxl
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from bunraku.server.plan.models import Piece
from bunraku.server.projects.models import Project
from bunraku.server.sheet.models import Keyword
from bunraku.server.write.models import Draft, DraftVersion
from tests.server.conftest import Api
from tests.server.desks import Make, listing, save

pytestmark = pytest.mark.django_db


def test_documents_of_a_piece(api: Api, piece: Piece) -> None:
    save(api, piece, body=("", "# Cords\n\nA [pulley](/p)."), description=("", 'All "of" them'))

    def document(ending: str) -> str:
        response = api.client.get(f"{api.base}/pieces/{piece.pk}/draft.{ending}")
        assert response.status_code == 200
        return response.content.decode()

    assert 'description: "All \\"of\\" them"' in document("md")
    assert '<a href="/p">pulley</a>' in document("html")
    assert document("txt").startswith("Title\nsash window cord")
    assert json.loads(document("json"))["fields"]["body"].startswith("# Cords")
    assert "sash window cord" in document("csv")
    assert api.client.get(f"{api.base}/pieces/{piece.pk}/draft.exe").status_code == 404


def back(api: Api, content: bytes, name: str) -> Any:
    file = SimpleUploadedFile(name, content)
    response = api.client.post(f"{api.base}/drafts/file", {"file": file})
    return response.status_code, response.json()


@pytest.mark.parametrize("ending", ["csv", "xlsx"])
def test_fields_go_out_and_come_back(api: Api, piece: Piece, ending: str) -> None:
    body = "# Cords\n\n- one, two\n- =three\n"
    save(api, piece, body=("", body), title=("sash window cord", "Cords"))
    response = api.client.get(f"{api.base}/drafts.{ending}")
    sheet = b"".join(response) if ending == "csv" else response.content
    status, same = back(api, sheet, f"fields.{ending}")
    assert (status, same["changed"], same["wrong"]) == (200, 0, [])
    if ending == "csv":
        edited = sheet.replace(b'"Cords"', b'"Cords of all kinds"', 1)
    else:
        book = openpyxl.load_workbook(io.BytesIO(sheet))
        cells = {cell.value: cell for cell in book.active[2]}  # type: ignore[index]
        cells["Cords"].value = "Cords of all kinds"
        written = io.BytesIO()
        book.save(written)
        edited = written.getvalue()
    _, told = back(api, edited, f"fields.{ending}")
    assert [(one["field"], one["after"]) for one in told["changes"]] == [
        ("Title", "Cords of all kinds")
    ]
    assert Draft.objects.get().fields["title"] == "Cords"
    taken = api.post(f"/drafts/file/{told['upload']}/take")
    assert taken == {"pieces": 1, "fields": 1}
    assert Draft.objects.get().fields == {"title": "Cords of all kinds", "body": body}
    # What was there is a version, however lately it was written.
    assert DraftVersion.objects.get(number=1).fields["title"] == "Cords"


def test_a_sheet_that_says_what_cannot_be(api: Api, piece: Piece) -> None:
    save(api, piece, body=("", "x" * 40_000))
    sheet = f"Id,Title,Text,Bullets\n{piece.pk},New,{'x' * 32_100},a bullet\n999,Gone,,\nx,y,,\n"
    _, told = back(api, sheet.encode(), "fields.csv")
    assert [one["field"] for one in told["changes"]] == ["Title"]
    why = " ".join(one["why"] for one in told["wrong"])
    for part in ("cut it off", "no such field", "Id 999", "is x, which is not a number"):
        assert part in why
    for content, said in ((b"Title\nx\n", "No Id column"), (b"Id\n1\n", "none of a field")):
        status, problem = back(api, content, "fields.csv")
        assert status == 422
        assert said in problem["detail"]
    assert json.loads(api.client.get(f"{api.base}/drafts.json").content)[0]["id"] == piece.pk


HTML = """<html><head><title>Cords</title><script>steal()</script></head>
<body><main><p>A sash pulley.</p></main></body></html>"""


def test_what_exists_comes_in(api: Api, piece: Piece, project: Project, rows: Make) -> None:
    read = api.post(f"/pieces/{piece.pk}/desk/read", {"text": HTML})
    assert read["fields"] == {"title": "Cords", "body": "A sash pulley.\n"}
    assert "Ignored" in read["notes"][0]
    assert api.refused("POST", f"/pieces/{piece.pk}/desk/read", {"text": " "})["code"] == "bad_file"
    given = {"channel": "web", "keyword": "Window putty", "address": "https://site.example/p"}
    opened = api.post("/writing/open", {**given, "text": HTML})
    made = Piece.objects.get(pk=opened["piece"])
    assert (made.title, made.address, made.improves) == ("Cords", given["address"], True)
    assert Keyword.objects.filter(key="window putty").exists()
    assert Draft.objects.get(piece=made).fields["body"] == "A sash pulley.\n"
    # One that is a piece's main keyword already opens that piece's desk.
    again = api.post("/writing/open", {"channel": "web", "keyword": "sash window cord"})
    assert again["piece"] == piece.pk
    assert "opened here" in again["notes"][0]
    bad = api.refused("POST", "/writing/open", {"channel": "web", "keyword": "!!!"})
    assert bad["field"] == "keyword"
    shop = listing(api, project, rows)
    text = {"text": "Waxed cord\n- Strong\nFor windows.\nTags: cord, sash\n"}
    found = api.post(f"/pieces/{shop.pk}/desk/read", text)
    assert found["fields"]["tags"] == "cord\nsash"
    assert "bullets" not in found["fields"]
    assert found["notes"] == ["Its outlet has no bullets."]
