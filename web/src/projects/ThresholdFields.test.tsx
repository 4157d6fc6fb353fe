import { fireEvent, render, screen } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { EMPTY_FIELDS } from "./projectWords";
import { ThresholdFields } from "./ThresholdFields";

it("a number counts as set when it was changed, not when it only lost the focus", () => {
  const onChange = vi.fn();
  render(<ThresholdFields fields={EMPTY_FIELDS} onChange={onChange} />);
  const least = screen.getByLabelText("Minimum searches a month");
  fireEvent.blur(least);
  expect(onChange).not.toHaveBeenCalled();
  fireEvent.change(least, { target: { value: "70" } });
  fireEvent.blur(least);
  expect(onChange).toHaveBeenCalledWith(
    expect.objectContaining({ thresholds: { least_volume: 70 } }),
  );
});
