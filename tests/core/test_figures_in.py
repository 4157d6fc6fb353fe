"""Figures as people write them: what is understood, and what is no figure."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.formats.figures_in import BadFigure, Figure, decimal_sign, read_figure


@pytest.mark.parametrize(
    ("text", "low", "high"),
    [
        ("1300", 1300, 1300),
        ("1,300", 1300, 1300),
        ("1 300", 1300, 1300),
        ("1\u00a0300", 1300, 1300),
        ("1'300", 1300, 1300),
        ("1.3K", 1300, 1300),
        ("1,3k", 1300, 1300),
        ("2.4 M", 2_400_000, 2_400_000),
        ("100 – 1K", 100, 1000),
        ("1K - 10K", 1000, 10_000),
        ("100 to 1,000", 100, 1000),
        ("<10", 0, 10),
        ("> 1,000", 1000, 3000),
        ("10K+", 10_000, 30_000),
        ("£1.20", 1.2, 1.2),
        ("1.20 €", 1.2, 1.2),
        ("USD 0.45", 0.45, 0.45),
        ("12%", 0.12, 0.12),
        ("~ 40", 40, 40),
        ("3e3", 3000, 3000),
        ("0", 0, 0),
        # As other countries and other programs write them.
        ("A$1.20", 1.2, 1.2),
        ("US$ 3", 3, 3),
        ("R$ 1,50", 1.5, 1.5),
        ("12,50 kr", 12.5, 12.5),
        ("kr. 12,50", 12.5, 12.5),
        ("2,10 zł", 2.1, 2.1),
        ("35 Kč", 35, 35),
        ("CHF 0.85", 0.85, 0.85),
        ("¥120", 120, 120),
        ("€ 1,50", 1.5, 1.5),
        ("£0,450", 0.45, 0.45),
        ("12,5 %", 0.125, 0.125),
        ("1’300", 1300, 1300),
        ("unter 10", 0, 10),
        ("menos de 100", 0, 100),
        ("moins de 10", 0, 10),
        ("more than 1,000", 1000, 3000),
        ("entre 100 y 1,000", 100, 1000),
        ("between 10 and 100", 10, 100),
        ("100 à 1 000", 100, 1000),
        ("1,2 Tsd.", 1200, 1200),
        ("10 mil", 10_000, 10_000),
        ("1.5 million", 1_500_000, 1_500_000),
        ("1,300*", 1300, 1300),
        ("1300¹", 1300, 1300),
        ("480 [a]", 480, 480),
        ("≈ 40", 40, 40),
    ],
)
def test_figures_as_people_write_them(text: str, low: float, high: float) -> None:
    figure = read_figure(text)
    assert figure is not None
    assert (figure.low, figure.high) == pytest.approx((low, high))


@pytest.mark.parametrize(
    "text",
    [
        "",
        " ",
        "-",
        "—",
        "–",
        "N/A",
        "n/a",
        "null",
        "None",
        "NaN",
        "k.A.",
        "k. A.",
        "#N/A",
        "#NV",
        "#REF!",
        "#DIV/0!",
        "#WERT!",
        "no data",
    ],
)
def test_nothing_is_not_zero(text: str) -> None:
    assert read_figure(text) is None


@pytest.mark.parametrize("text", ["many", "12 apples", "1.2.3.4x", "=A1*2", "10 - 5", "--3", "K"])
def test_what_is_no_figure_is_said_to_be_none(text: str) -> None:
    with pytest.raises(BadFigure):
        read_figure(text)


def test_decimal_commas_by_column() -> None:
    assert decimal_sign(["1.234", "2.500", "1.234,50"]) == ","
    assert decimal_sign(["0,45", "1,20"]) == ","
    assert decimal_sign(["1,234", "12,500"]) == ""
    assert decimal_sign(["1.234.567"]) == ","
    assert decimal_sign([]) == ""
    assert read_figure("1.000 bis 10.000", ",") == Figure(1000, 10_000)
    assert read_figure("1.234,5", ",") == Figure(1234.5, 1234.5)
    assert read_figure("1.300", ",") == Figure(1300, 1300)
    assert read_figure("12,5 %", ",") == Figure(0.125, 0.125, True)


@given(st.integers(0, 10**9))
def test_any_whole_number_with_separators_reads_back(number: int) -> None:
    for text, decimal in (
        (f"{number:,}", "."),
        (f"{number:,}".replace(",", "."), ","),
        (f"{number:,}".replace(",", " "), "."),
    ):
        assert read_figure(text, decimal) == Figure(number, number)


@given(st.text(max_size=40))
def test_no_text_breaks_the_reading_of_figures(text: str) -> None:
    try:
        figure = read_figure(text)
    except BadFigure:
        return
    assert figure is None or figure.low <= figure.high
