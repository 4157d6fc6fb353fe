import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { createRef } from "react";
import { describe, expect, it, vi } from "vitest";
import { FilterLine } from "./FilterLine";
import { SHEET_DEFAULTS, type SheetSearch, sheetSearch } from "./filters";

function setUp(search: Partial<SheetSearch> = {}) {
  const onChange = vi.fn();
  const box = createRef<HTMLInputElement>();
  render(
    <FilterLine
      search={sheetSearch.parse({ ...SHEET_DEFAULTS, ...search })}
      onChange={onChange}
      wordsRef={box}
      told="12 keywords"
    />,
  );
  return onChange;
}
const words = () => screen.getByLabelText("Filter by words");

describe("the filters of the sheet", () => {
  it("words are sent when typing has settled", async () => {
    const onChange = setUp();
    fireEvent.change(words(), { target: { value: "moon" } });
    await waitFor(() => expect(onChange).toHaveBeenCalledWith({ q: "moon" }));
  });

  it("Escape leaves the box, other keys stay in it", async () => {
    setUp();
    await userEvent.type(words(), "mo");
    expect(words()).toHaveFocus();
    await userEvent.keyboard("{Escape}");
    expect(words()).not.toHaveFocus();
  });

  it("what is set stands outside and can be cleared", async () => {
    const onChange = setUp({ volume_min: 100 });
    await userEvent.click(screen.getByRole("button", { name: "Clear Searches" }));
    expect(onChange).toHaveBeenCalledWith({ volume_min: undefined, volume_max: undefined });
  });
});
