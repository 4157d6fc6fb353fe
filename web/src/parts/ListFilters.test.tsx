import { render, screen } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { choose } from "./choosing";
import { OneOf } from "./ListFilters";

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
