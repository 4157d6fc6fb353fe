import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { HeatMarks } from "./HeatMarks";

describe("heat of core terms", () => {
  it("turns for one term", async () => {
    const onMark = vi.fn();
    render(<HeatMarks terms={["repair", "cleaning"]} heats={{ repair: "hot" }} onMark={onMark} />);
    await userEvent.click(screen.getByRole("button", { name: "repair hot" }));
    expect(onMark).toHaveBeenCalledWith({ repair: "warm" });
  });
  it("turns for all, from what the first one has", async () => {
    const onMark = vi.fn();
    render(
      <HeatMarks terms={["repair", "cleaning"]} heats={{ cleaning: "cold" }} onMark={onMark} />,
    );
    await userEvent.click(screen.getByRole("button", { name: "all 2" }));
    expect(onMark).toHaveBeenCalledWith({ repair: "hot", cleaning: "hot" });
  });
});
