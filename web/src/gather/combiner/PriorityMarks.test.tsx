import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { PriorityMarks } from "./PriorityMarks";

describe("priority of base terms", () => {
  it("turns for one term", async () => {
    const onMark = vi.fn();
    render(
      <PriorityMarks
        terms={["repair", "cleaning"]}
        priorities={{ repair: "high" }}
        onMark={onMark}
      />,
    );
    await userEvent.click(screen.getByRole("button", { name: "repair high" }));
    expect(onMark).toHaveBeenCalledWith({ repair: "normal" });
  });
  it("turns for all, from what the first one has", async () => {
    const onMark = vi.fn();
    render(
      <PriorityMarks
        terms={["repair", "cleaning"]}
        priorities={{ cleaning: "low" }}
        onMark={onMark}
      />,
    );
    await userEvent.click(screen.getByRole("button", { name: "all 2" }));
    expect(onMark).toHaveBeenCalledWith({ repair: "high", cleaning: "high" });
  });
});
