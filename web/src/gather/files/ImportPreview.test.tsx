import { render, screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { choose } from "../../parts/choosing";
import { ImportPreview } from "./ImportPreview";

const FILE: Schemas["FileOut"] = {
  id: 1,
  name: "list.csv",
  kind: "Delimited text, parted by comma",
  encoding: "utf-8",
  sheets: ["One", "Two"],
  sheet: "One",
  heading: 1,
  headings: ["Keyword", "Volume"],
  rows: [
    { number: 2, cells: ["star", "3"] },
    { number: 3, cells: ["moon", "many"] },
  ],
  mapping: { keyword: 0, searches: 1 },
  refused: [{ number: 3, text: "moon", code: "bad_figure", message: "“many” is no figure." }],
  types: ["words", "whole numbers"],
  rows_in_all: 2,
  will_come: 1,
  counted: true,
  left_out: 0,
  titles: false,
  notes: [],
  unused: [],
  abroad: 0,
  countries: [],
  country: "United Kingdom",
  all_countries: false,
  meanings: [
    { id: "keyword", name: "Keyword", about: "The keyword." },
    { id: "searches", name: "Searches a month", about: "A number." },
  ],
};

describe("the preview of a file", () => {
  it("says why a row is refused, at the row", () => {
    render(<ImportPreview file={FILE} busy={false} onRead={vi.fn()} />);
    const row = screen.getByText("moon").closest("tr") as HTMLElement;
    expect(within(row).getByText("“many” is no figure.")).toBeVisible();
    expect(screen.getByLabelText("Column 2 is")).toHaveTextContent("Searches a month");
  });

  it("reads again when a column means something else", async () => {
    const onRead = vi.fn();
    render(<ImportPreview file={FILE} busy={false} onRead={onRead} />);
    await choose(screen.getByLabelText("Column 2 is"), "Keyword");
    expect(onRead).toHaveBeenCalledWith({
      sheet: "One",
      heading: 1,
      mapping: { keyword: 1 },
      titles: false,
      notes: [],
      all_countries: false,
    });
  });

  it("guesses anew for another sheet", async () => {
    const onRead = vi.fn();
    render(<ImportPreview file={FILE} busy={false} onRead={onRead} />);
    await choose(screen.getByLabelText(/^Sheet/), "Two");
    expect(onRead).toHaveBeenCalledWith({
      sheet: "Two",
      heading: null,
      mapping: null,
      titles: false,
      notes: null,
      all_countries: false,
    });
  });

  it("takes titles, totals and notes by one click", async () => {
    const onRead = vi.fn();
    render(<ImportPreview file={{ ...FILE, left_out: 2 }} busy={false} onRead={onRead} />);
    screen.getByLabelText("Import the 2 titles, totals and notes as keywords too").click();
    expect(onRead).toHaveBeenCalledWith(expect.objectContaining({ titles: true }));
  });
});
