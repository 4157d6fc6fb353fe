import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it, vi } from "vitest";
import { choose } from "./choosing";
import { Select } from "./Select";

it("chooses one of several, the empty one too, by its label", async () => {
  const onChange = vi.fn();
  render(
    <label>
      Month
      <Select value="" onChange={onChange}>
        <option value="">None</option>
        {["may", "june"].map((month) => (
          <option key={month}>{month}</option>
        ))}
      </Select>
    </label>,
  );
  const select = screen.getByRole("combobox", { name: /^Month/ });
  expect(select).toHaveTextContent("None");
  await choose(select, "june");
  expect(onChange).toHaveBeenLastCalledWith("june");
  await choose(select, "None");
  expect(onChange).toHaveBeenCalledOnce();
});

it("is walked by keyboard", async () => {
  const onChange = vi.fn();
  render(
    <Select label="Order" value="a" onChange={onChange}>
      <option value="a">first</option>
      <option value="">none</option>
    </Select>,
  );
  screen.getByRole("combobox", { name: "Order" }).focus();
  await userEvent.keyboard("{Enter}{ArrowDown}{Enter}");
  expect(onChange).toHaveBeenCalledExactlyOnceWith("");
});
