import { render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { choose } from "../../parts/choosing";
import { FIGURES, FiguresAsked, hasFigures } from "./FiguresAsked";

const file = (mapping: Record<string, number>) => ({ mapping }) as Schemas["FileOut"];

describe("what is asked of a file's figures", () => {
  it("how many months a report covers, unless its rows have dates", async () => {
    const onChange = vi.fn();
    const report = { keyword: 0, impressions: 1, position: 2 };
    const shown = render(<FiguresAsked file={file(report)} asked={FIGURES} onChange={onChange} />);
    await choose(screen.getByLabelText(/^The report covers/), "16 months");
    expect(onChange).toHaveBeenCalledWith({ ...FIGURES, covers: "16" });
    const dated = file({ ...report, date: 3 });
    shown.rerender(<FiguresAsked file={dated} asked={FIGURES} onChange={onChange} />);
    expect(screen.queryByLabelText(/^The report covers/)).toBeNull();
    const planner = file({ keyword: 0, searches: 1 });
    shown.rerender(<FiguresAsked file={planner} asked={FIGURES} onChange={onChange} />);
    expect(screen.queryByLabelText(/^The report covers/)).toBeNull();
  });

  it("is asked only of files with figures", () => {
    expect(hasFigures(file({ keyword: 0 }))).toBe(false);
    expect(hasFigures(file({ keyword: 0, position: 1 }))).toBe(true);
  });
});
