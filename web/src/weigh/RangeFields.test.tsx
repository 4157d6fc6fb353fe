import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { DropDialog } from "../parts/DropDialog";
import { RANGES, SHEET_DEFAULTS } from "./filters";
import { RangeFields } from "./RangeFields";

const chance = RANGES.find((range) => range.id === "chance");

describe("a range's fields", () => {
  it("show per cent and tell shares", async () => {
    const onChange = vi.fn();
    if (!chance) throw new Error("no chance");
    render(
      <RangeFields
        range={chance}
        search={{ ...SHEET_DEFAULTS, chance_min: 0.25 }}
        onChange={onChange}
      />,
    );
    expect(screen.getByLabelText("Chance from")).toHaveValue("25");
    await userEvent.clear(screen.getByLabelText("Chance from"));
    expect(onChange).toHaveBeenLastCalledWith({ chance_min: undefined });
    await userEvent.type(screen.getByLabelText("Chance to"), "60");
    expect(onChange).toHaveBeenLastCalledWith({ chance_max: 0.6 });
  });

  it("tell what is no number, and keep what was", async () => {
    const onChange = vi.fn();
    if (!chance) throw new Error("no chance");
    render(<RangeFields range={chance} search={SHEET_DEFAULTS} onChange={onChange} />);
    await userEvent.type(screen.getByLabelText("Chance from"), "x");
    expect(screen.getByRole("alert")).toHaveTextContent("“x” is not a number of 0 or more.");
    expect(onChange).not.toHaveBeenCalled();
    await userEvent.clear(screen.getByLabelText("Chance from"));
    await userEvent.type(screen.getByLabelText("Chance from"), "5");
    expect(screen.queryByRole("alert")).toBeNull();
  });
});

describe("dropping", () => {
  it("takes a reason by its number", async () => {
    const onDrop = vi.fn();
    render(<DropDialog count={3} onDrop={onDrop} onOpenChange={() => undefined} />);
    expect(screen.getByRole("dialog")).toHaveAccessibleName("Reject 3 keywords");
    await userEvent.keyboard("2");
    expect(onDrop).toHaveBeenCalledExactlyOnceWith("Another brand");
  });

  it("takes one's own reason, in which numbers are numbers", async () => {
    const onDrop = vi.fn();
    render(<DropDialog count={1} onDrop={onDrop} onOpenChange={() => undefined} />);
    await userEvent.type(screen.getByLabelText("Another reason"), "sold out in 2026");
    expect(onDrop).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole("button", { name: "Reject" }));
    expect(onDrop).toHaveBeenCalledExactlyOnceWith("sold out in 2026");
  });
});
