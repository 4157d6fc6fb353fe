import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { FitNote } from "./FitNote";

const FIT: Schemas["FitReportOut"] = {
  placed: 2,
  left_out: 1,
  without_worth: 0,
  value: 80,
  bound: 82,
  gap_share: 0.024,
  next_piece: "Moon lamp",
  next_value: 5,
};

describe("what a fit proved", () => {
  it("is told with what more hours would add", () => {
    render(<FitNote fit={FIT} currency="£" overlaps={0} />);
    expect(screen.getByText(/at most 2.4% below the best possible · ten more/)).toBeTruthy();
  });
  it("is nothing where no piece is worth anything yet", () => {
    const none = { ...FIT, value: 0, bound: 0, gap_share: 0 };
    render(<FitNote fit={none} currency="£" overlaps={2} />);
    expect(screen.getByText("2 pairs of pieces after the same results")).toBeTruthy();
    expect(screen.queryByText(/best possible/)).toBeNull();
  });
});
