import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { Piece, Schemas } from "../api/client";
import { choose } from "../parts/choosing";
import { PieceFields } from "./PieceFields";
import type { Plan } from "./planMath";

const piece: Piece = {
  id: 1,
  cluster_id: 2,
  title: "Moon maps",
  kind: "article",
  kind_name: "Article",
  because: "",
  channel: "web",
  outlet_id: 7,
  outlet: "site.example",
  hours: 5,
  month: "2027-01-01",
  pinned: false,
  not_before: null,
  by_month: null,
  publish_by: null,
  late: false,
  climb_month: 0,
  climb: null,
  missed: null,
  waits: false,
  days_until_shown: 21,
  days_ahead: 77,
  after: [],
  main: "moon map",
  chance: 0.5,
  keywords: 1,
  practice: false,
  volume: 100,
  worth: 10,
  month_share: [],
  state: "idea",
  maker: "",
  due: null,
  hours_spent: 0,
  address: "",
  improves: false,
  reserve_title: "",
  parked_idea: "",
  note: "",
  tags: [],
};
const plan: Plan = {
  months: [
    { month: "2026-12-01", hours: 0, to_spend: 30, people: [] },
    { month: "2027-01-01", hours: 5, to_spend: 30, people: [] },
  ],
  hours_a_month: 30,
  pieces: 1,
  placed: 1,
  hours: 5,
  worth: 10,
  outlets: [],
  impossible: [],
  fit: null,
  kinds: [
    { id: "article", name: "Article", channel: "web", hours: 5 },
    { id: "guide", name: "Buying guide", channel: "web", hours: 7 },
    { id: "video", name: "Video", channel: "video", hours: 8 },
  ],
};
const outlets: Schemas["OutletOut"][] = [
  {
    id: 7,
    name: "site.example",
    channel: "web",
    address: "",
    standing: 34,
    days_until_shown: null,
    assumed: false,
    pull: null,
    reason: "",
    version: 1,
  },
  {
    id: 8,
    name: "A channel",
    channel: "video",
    address: "",
    standing: 900,
    days_until_shown: null,
    assumed: false,
    pull: null,
    reason: "",
    version: 1,
  },
];

function show(given: Partial<Piece> = {}) {
  const onChange = vi.fn();
  render(
    <PieceFields
      piece={{ ...piece, ...given }}
      plan={plan}
      outlets={outlets}
      onChange={onChange}
    />,
  );
  return onChange;
}

describe("what can be changed about a piece", () => {
  it("offers only kinds and outlets of its channel", async () => {
    show();
    for (const [field, names] of [
      [/^Kind/, ["Article", "Buying guide"]],
      [/^Outlet/, ["None", "site.example"]],
    ] as const) {
      await userEvent.click(screen.getByRole("combobox", { name: field }));
      expect(screen.getAllByRole("option").map((option) => option.textContent)).toEqual(names);
      await userEvent.keyboard("{Escape}");
    }
  });

  it("saves a title as one leaves it, and never an empty one", async () => {
    const onChange = show();
    const title = screen.getByLabelText("Working title");
    await userEvent.clear(title);
    fireEvent.blur(title);
    expect(onChange).not.toHaveBeenCalled();
    expect(title).toHaveValue("Moon maps");
    await userEvent.type(title, " for tonight{Enter}");
    expect(onChange).toHaveBeenCalledExactlyOnceWith({
      title: "Moon maps for tonight",
      was: { title: "Moon maps" },
    });
  });

  it("tells hours that cannot be, and saves those that can", async () => {
    const onChange = show();
    const hours = screen.getByLabelText(/^Hours/);
    await userEvent.clear(hours);
    await userEvent.type(hours, "0");
    expect(screen.getByText("More than 0 and up to 500.")).toBeInTheDocument();
    fireEvent.blur(hours);
    expect(onChange).not.toHaveBeenCalled();
    await userEvent.type(hours, ".5{Enter}");
    expect(onChange).toHaveBeenCalledExactlyOnceWith({ hours: 0.5 });
  });

  it("places, leaves out, pins, and gives to no outlet", async () => {
    const onChange = show();
    await choose(screen.getByRole("combobox", { name: /^Month/ }), "Dec 2026");
    await choose(screen.getByRole("combobox", { name: /^Month/ }), "No month");
    await choose(screen.getByRole("combobox", { name: /^Outlet/ }), "None");
    await userEvent.click(screen.getByRole("checkbox"));
    expect(onChange.mock.calls.flat()).toEqual([
      { month: "2026-12-01" },
      { month: null },
      { outlet_id: null },
      { pinned: true },
    ]);
  });

  it("keeps a piece without a month out of the plan", async () => {
    const onChange = show({ month: null });
    await userEvent.click(screen.getByRole("checkbox", { name: /^Held back/ }));
    expect(onChange).toHaveBeenCalledExactlyOnceWith({ pinned: true });
  });

  it("sets between which months it is made, and shows one that is over", async () => {
    const onChange = show({ by_month: "2026-10-01" });
    const by = screen.getByRole("combobox", { name: /^Not after/ });
    expect(by).toHaveTextContent("Oct 2026");
    await choose(by, "Any month");
    await choose(screen.getByRole("combobox", { name: /^No earlier than/ }), "Jan 2027");
    expect(onChange.mock.calls.flat()).toEqual([{ by_month: null }, { not_before: "2027-01-01" }]);
  });
});
