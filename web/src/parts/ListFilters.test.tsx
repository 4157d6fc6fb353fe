import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it, vi } from "vitest";
import { choose } from "./choosing";
import { OneOf, WordsFilter } from "./ListFilters";

it("words that lines must have are none where the field is empty", async () => {
  const onChange = vi.fn();
  render(<WordsFilter id="f" label="Titles that say" value="c" onChange={onChange} />);
  const field = screen.getByRole("textbox", { name: "Titles that say" });
  await userEvent.type(field, "o");
  expect(onChange).toHaveBeenLastCalledWith("co");
  await userEvent.clear(field);
  expect(onChange).toHaveBeenLastCalledWith(undefined);
});

it("the usual of a few ways is no choice", async () => {
  const onChange = vi.fn();
  const options = [
    { id: "", name: "All of them" },
    { id: "due", name: "Only those due" },
  ] as const;
  const { rerender } = render(
    <OneOf label="Which" width={100} value={undefined} options={options} onChange={onChange} />,
  );
  const select = screen.getByRole("combobox", { name: "Which" });
  expect(select).toHaveTextContent("All of them");
  await choose(select, "Only those due");
  expect(onChange).toHaveBeenLastCalledWith("due");
  rerender(<OneOf label="Which" width={100} value="due" options={options} onChange={onChange} />);
  await choose(select, "All of them");
  expect(onChange).toHaveBeenLastCalledWith(undefined);
});
