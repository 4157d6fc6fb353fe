"""Exports opened by a spreadsheet program, LibreOffice: no cell runs, texts stay texts and numbers
numbers, whichever sign it parts cells by."""

import subprocess
from pathlib import Path

import openpyxl
import pytest

from bunraku.core.formats.csv_out import Column, csv_lines

SIGNS = ["=", "+", "-", "@", "\uff1d", "\uff0b", "\uff0d", "\uff20"]
BEFORE = [
    *(
        "",
        " ",
        "\n",
        "\t",
        "\r\n",
        "\u00a0",
        "\u200b",
        "\ufeff",
        "\u2003",
        "\u202e",
        "\u00ad",
        "\x00",
    ),
    *("a;", "a; ", 'a";', "a,", "a\t", "a\n", "a|", "'", '"', '";', "a;\u200b", ";;"),
]
RUNNING = [f"{before}{sign}1+1" for before in BEFORE for sign in SIGNS]
RUNNING += ['=HYPERLINK("http://x.example","y")', "=cmd|' /c calc'!A1", '"=1+1', ';"=1+1";']
PLAIN = ["007", "1984", "3-4", "1/2", "c++", "r&d", '8" telescope', "star; moon, sun", "1e5", "a=b"]
NUMBERS = [-12.5, 0, 7, 0.25, 1_234_567]
UTF_8, QUOTE = 76, 34


@pytest.fixture(scope="module")
def folder(tmp_path_factory: pytest.TempPathFactory) -> Path:
    folder = tmp_path_factory.mktemp("office")
    rows = [(text, number, PLAIN[number % len(PLAIN)]) for number, text in enumerate(RUNNING)]
    rows += [(text, NUMBERS[n % len(NUMBERS)], text) for n, text in enumerate(PLAIN)]
    columns = [Column("Keyword", ""), Column("Searches", ""), Column("=1+1", "")]
    text = "".join(csv_lines(columns, rows))
    (folder / "export.csv").write_bytes(text.encode())
    return folder


def opened(
    folder: Path, sign: str, *, quoted_is_text: bool
) -> "openpyxl.worksheet.worksheet.Worksheet":
    """The export as LibreOffice has it, with what it takes for a formula kept as one."""
    into = folder / f"{ord(sign)}-{quoted_is_text}"
    way = f"CSV:{ord(sign)},{QUOTE},{UTF_8},1,,0,{str(quoted_is_text).lower()},true"
    subprocess.run(
        [
            "soffice",
            f"-env:UserInstallation={(folder / 'profile').as_uri()}",
            *("--headless", "--norestore", f"--infilter={way}", "--convert-to", "xlsx"),
            *("--outdir", str(into), str(folder / "export.csv")),
        ],
        check=True,
        capture_output=True,
        timeout=180,
    )
    return openpyxl.load_workbook(into / "export.xlsx").active


@pytest.mark.parametrize("quoted_is_text", [True, False])
@pytest.mark.parametrize("sign", [",", ";"])
def test_no_cell_runs(folder: Path, sign: str, *, quoted_is_text: bool) -> None:
    sheet = opened(folder, sign, quoted_is_text=quoted_is_text)
    cells = [cell for row in sheet.iter_rows() for cell in row if cell.value is not None]
    assert len(cells) > len(RUNNING)
    assert [cell.value for cell in cells if cell.data_type == "f"] == []
    assert not any(cell.hyperlink for cell in cells)


def test_texts_stay_texts_and_numbers_numbers(folder: Path) -> None:
    sheet = opened(folder, ",", quoted_is_text=True)
    rows = [[cell.value for cell in row] for row in sheet.iter_rows()][-len(PLAIN) :]
    assert [row[0] for row in rows] == PLAIN
    assert [row[1] for row in rows] == [NUMBERS[n % len(NUMBERS)] for n in range(len(PLAIN))]
