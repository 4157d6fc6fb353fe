import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { Hands } from "./Hands";
import { KeywordText } from "./KeywordText";
import { Ladder } from "./Ladder";
import { YearStrip } from "./YearStrip";

describe("our marks tell in words what they draw", () => {
  it("hands", () => {
    render(<Hands heights={[90, 40, -1]} />);
    expect(screen.getByRole("img")).toHaveAccessibleName(
      "demand 90 of 100, chance 40 of 100, worth unknown",
    );
  });
  it("hands of a row that was never weighed", () => {
    render(<Hands heights={[]} />);
    expect(screen.getByRole("img")).toHaveAccessibleName(
      /demand unknown, chance unknown, worth unknown/,
    );
  });
  it("ladder with and without an outlet", () => {
    const { rerender } = render(<Ladder difficulty={41.4} own={34} />);
    expect(screen.getByRole("img")).toHaveAccessibleName("Difficulty 41 of 100, your strength 34");
    rerender(<Ladder difficulty={41.4} own={null} />);
    expect(screen.getByRole("img")).toHaveAccessibleName("Difficulty 41 of 100");
  });
  it("year strip", () => {
    const { rerender } = render(
      <YearStrip shares={[50, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 50]} peak={12} />,
    );
    expect(screen.getByRole("img")).toHaveAccessibleName(/Jan 50%, Feb 0%.*Dec 50%/);
    rerender(<YearStrip shares={[]} />);
    expect(screen.getByRole("img")).toHaveAccessibleName("The year is not known");
  });
  it("keyword", () => {
    render(<KeywordText text="telescope under 50" seedWords={new Set(["telescope"])} />);
    expect(screen.getByText("telescope")).toHaveClass("text-quiet");
    expect(screen.getByText("under")).not.toHaveClass("text-quiet");
  });
});
