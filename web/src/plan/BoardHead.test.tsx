import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { Tooltip } from "radix-ui";
import { describe, expect, it, vi } from "vitest";
import { BoardHead } from "./BoardHead";
import type { Plan } from "./planMath";

const PLAN = {
  hours_a_month: 10,
  months: ["2026-11-01", "2026-12-01", "2027-01-01", "2027-02-01"].map((month, i) => ({
    month,
    hours: [0, 4, 10, 12][i],
    to_spend: 10,
  })),
} as unknown as Plan;
function draw(onOrder = vi.fn()) {
  const client = new QueryClient();
  client.setQueryData(["figures"], []);
  render(
    <QueryClientProvider client={client}>
      <Tooltip.Provider>
        <BoardHead projectId={1} plan={PLAN} order="worth" onOrder={onOrder} />
      </Tooltip.Provider>
    </QueryClientProvider>,
  );
}
const head = (name: RegExp) => screen.getByRole("columnheader", { name });

describe("the head of the year board", () => {
  it("names the year where one begins", () => {
    draw();
    const months = screen.getAllByRole("columnheader").slice(-4);
    expect(months.map((month) => month.textContent)).toEqual(["Nov 26", "Dec", "Jan 27", "Feb"]);
  });

  it("says which months hold more than there is, and only those", () => {
    draw();
    const over = screen.getAllByTitle("More than available: pinned pieces fill it");
    expect(over.map((month) => month.textContent)).toEqual(["12"]);
  });

  it("is sorted by what is pressed, and by month again when it is pressed twice", async () => {
    const onOrder = vi.fn();
    draw(onOrder);
    expect(head(/Worth a month/)).toHaveAttribute("aria-sort", "descending");
    expect(head(/Piece/)).not.toHaveAttribute("aria-sort");
    await userEvent.click(screen.getByRole("button", { name: "Hours" }));
    await userEvent.click(screen.getByRole("button", { name: "Worth a month" }));
    expect(onOrder.mock.calls).toEqual([["hours"], ["month"]]);
  });
});
