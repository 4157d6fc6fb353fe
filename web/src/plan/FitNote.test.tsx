import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { FitNote } from "./FitNote";

const FIT: Schemas["FitReportOut"] = {
  placed: 2,
  left_out: 1,
  waiting: 1,
  without_worth: 0,
  unpaid: 0,
  value: 80,
  bound: 82,
  gap_share: 0.024,
};

describe("what a fit proved", () => {
  it("is told with what waits", () => {
    render(<FitNote fit={FIT} overlaps={0} impossible={0} />);
    expect(
      screen.getByText(/within 2.4% of the best possible · 1 piece timed for next year/),
    ).toBeTruthy();
  });
  it("says how many pieces are not worth their hours", () => {
    render(<FitNote fit={{ ...FIT, unpaid: 3 }} overlaps={0} impossible={0} />);
    expect(screen.getByText(/3 pieces not worth the hours/)).toBeTruthy();
  });
  it("is nothing where no piece is worth anything yet", () => {
    const none = { ...FIT, waiting: 0, value: 0, bound: 0, gap_share: 0 };
    render(<FitNote fit={none} overlaps={2} impossible={1} />);
    expect(screen.getByText("2 competing pairs · 1 month over-pinned")).toBeTruthy();
    expect(screen.queryByText(/best possible/)).toBeNull();
  });
});
