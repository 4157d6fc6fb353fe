import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { Tooltip } from "radix-ui";
import { describe, expect, it, vi } from "vitest";
import { Help } from "./Help";

vi.mock("../shared/queries", () => ({
  useFigures: () => ({ data: [{ id: "worth", name: "Worth", text: "What it brings a month." }] }),
}));
const draw = (help: React.ReactNode) =>
  render(<Tooltip.Provider delayDuration={0}>{help}</Tooltip.Provider>);

describe("the help on a figure", () => {
  it("is reached by keyboard and says what the figure is", async () => {
    draw(<Help figure="worth">A month</Help>);
    await userEvent.tab();
    expect(screen.getByText("A month")).toHaveFocus();
    expect(await screen.findByRole("tooltip")).toHaveTextContent("What it brings a month.");
  });
  it("leaves the focus to what stands inside, where that takes it", async () => {
    draw(
      <Help figure="worth" focusable={false}>
        <button type="button">Sort</button>
      </Help>,
    );
    await userEvent.tab();
    expect(screen.getByRole("button")).toHaveFocus();
  });
  it("says nothing of a figure that nobody declared", async () => {
    draw(<Help figure="nothing">Nothing</Help>);
    await userEvent.tab();
    expect(screen.queryByRole("tooltip")).toBeNull();
  });
});
