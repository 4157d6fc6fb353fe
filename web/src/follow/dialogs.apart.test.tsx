import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactNode } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { Problem } from "../api/client";
import { choose } from "../parts/choosing";
import { FiguresDialog } from "./FiguresDialog";
import { NoteDialog } from "./NoteDialog";
import { PublishDialog } from "./PublishDialog";
import type { Report, Watch } from "./queries";
import { TakeOutDialog } from "./TakeOutDialog";
import { WatchDialog } from "./WatchDialog";

const told = vi.hoisted(() => ({
  publishing: {} as object,
  change: vi.fn(),
}));
vi.mock("./queries", () => ({
  usePublishing: () => ({ data: told.publishing }),
  useLearned: () => ({ data: [] }),
}));
vi.mock("./changes", () => {
  const kept =
    (name: string) =>
    (_project: number, ...given: unknown[]) =>
      told.change(name, ...given);
  return {
    publishPiece: kept("publishPiece"),
    noteEvent: kept("noteEvent"),
    setFigures: kept("setFigures"),
    changeWatch: kept("changeWatch"),
    takeOutReport: kept("takeOutReport"),
  };
});
vi.mock("../parts/Help", () => ({ Help: (given: { children: ReactNode }) => given.children }));
vi.mock("@tanstack/react-router", () => ({
  useParams: () => ({ projectId: "1", channel: "web" }),
}));

const show = (shown: ReactNode) =>
  render(<QueryClientProvider client={new QueryClient()}>{shown}</QueryClientProvider>);
const press = (name: string) => userEvent.click(screen.getByRole("button", { name }));
const type = async (label: string | RegExp, text: string) => {
  const field = screen.getByLabelText(label);
  await userEvent.clear(field);
  await userEvent.type(field, text);
};

beforeEach(() => {
  told.change.mockReset().mockResolvedValue({ live: 12 });
});

describe("publishing", () => {
  const publishing = {
    live: null,
    title: "Sash cord",
    address: "https://own.example/sash-cord",
    published: null,
    form: "page",
    today: "2026-05-04",
    changes: [],
    keywords: 3,
    empty: [],
    source: "",
  };
  const open = (over: object = {}) => {
    told.publishing = { ...publishing, ...over };
    const onLive = vi.fn();
    show(<PublishDialog projectId={1} pieceId={8} onClose={() => undefined} onLive={onLive} />);
    return onLive;
  };

  it("says who will tell where it stands, and what is empty", () => {
    open({ empty: ["Description"], keywords: 1 });
    expect(
      screen.getByText(/Your search performance report will track its keyword/),
    ).toBeInTheDocument();
    expect(screen.getByText(/Nothing is written in description here yet/)).toBeInTheDocument();
  });

  it("takes the address that is proposed and today, or what one says", async () => {
    const onLive = open({ source: "Rehearsal Watch" });
    expect(screen.getByText(/Rehearsal Watch will track its 3 keywords/)).toBeInTheDocument();
    await press("Start tracking");
    expect(told.change).toHaveBeenCalledWith("publishPiece", 8, {
      address: publishing.address,
      day: "2026-05-04",
      reason: "",
    });
    expect(onLive).toHaveBeenCalledWith(12);
  });

  it("of what is live notes the change and why, and nothing where nothing changed", async () => {
    const live = { live: 12, published: "2026-03-02" };
    open({ ...live });
    expect(screen.getByRole("button", { name: "Save the change" })).toBeDisabled();
    await type("URL", "https://own.example/cords");
    expect(screen.getByRole("button", { name: "Save the change" })).toBeEnabled();
    await type("Why", "It moved");
    await press("Save the change");
    expect(told.change.mock.lastCall?.[2]).toMatchObject({
      address: "https://own.example/cords",
      reason: "It moved",
    });
  });

  it("shows what would change, word for word", () => {
    const change = { field: "title", name: "Title", before: "Cord", after: "Sash cord" };
    open({ live: 12, published: "2026-03-02", changes: [change] });
    const item = within(screen.getByRole("listitem"));
    expect(item.getByText("Cord")).toBeInTheDocument();
    expect(item.getByText("Sash cord")).toBeInTheDocument();
    expect(screen.getByText(/Published on 2 March 2026/)).toBeInTheDocument();
  });
});

describe("a note for the diary", () => {
  it("of a piece is of the piece", async () => {
    const onClose = vi.fn();
    show(<NoteDialog today="2026-05-04" live={12} title="Cords" onClose={onClose} />);
    expect(screen.queryByRole("combobox", { name: /^Channel/ })).toBeNull();
    await choose(screen.getByRole("combobox", { name: /^What happened/ }), "Another price");
    await type("Why, or what exactly", "£2 less");
    await press("Save note");
    expect(told.change).toHaveBeenCalledWith("noteEvent", {
      what: "price",
      day: "2026-05-04",
      channel: "",
      reason: "£2 less",
      note: "",
      live: 12,
    });
    expect(onClose).toHaveBeenCalled();
  });

  it("without one is of a channel", async () => {
    show(<NoteDialog today="2026-05-04" onClose={() => undefined} />);
    await choose(screen.getByRole("combobox", { name: /^Channel/ }), "Video");
    await press("Save note");
    expect(told.change.mock.lastCall?.[1]).toMatchObject({
      what: "engine",
      channel: "video",
      live: null,
    });
  });

  it("says what is wrong and keeps what was typed", async () => {
    told.change.mockImplementation(() => Promise.reject(new Problem("x", "No such day.", 422)));
    show(<NoteDialog today="2026-05-04" live={12} title="Cords" onClose={() => undefined} />);
    await type("Why, or what exactly", "Brighter");
    await press("Save note");
    expect(await screen.findByText("No such day.")).toBeInTheDocument();
    expect(screen.getByLabelText("Why, or what exactly")).toHaveValue("Brighter");
  });
});

it("only figures that were changed are kept, and an empty one is taken out", async () => {
  const figure = (id: string, name: string, value: number | null) => ({
    ...{ id, name, about: "", values: [value, null, null] },
  });
  const report = {
    ...{ month: "2026-04", outlet: null, outlet_name: "" },
    figures: [figure("visits", "Visits", 410), figure("stars", "Stars", 4.5), figure("x", "X", 0)],
  } as unknown as Report;
  show(<FiguresDialog told={report} onClose={() => undefined} />);
  await type("Visits", "415");
  await userEvent.clear(screen.getByLabelText("Stars"));
  await press("Save figures");
  expect(told.change.mock.lastCall?.[1]).toMatchObject({
    month: "2026-04",
    values: { visits: 415, stars: null },
  });
  expect(Object.keys(told.change.mock.lastCall?.[1].values)).toEqual(["visits", "stars"]);
});

it("lines of one's own reports are taken out by their days", async () => {
  told.change.mockResolvedValue({ lines: 40 });
  const onClose = vi.fn();
  show(<TakeOutDialog channel="web" first="2026-03-01" last="2026-05-03" onClose={onClose} />);
  await type("From", "2026-05-01");
  await press("Delete rows");
  expect(told.change).toHaveBeenCalledWith("takeOutReport", {
    channel: "web",
    first: "2026-05-01",
    last: "2026-05-03",
  });
  expect(onClose).toHaveBeenCalled();
});

describe("how a project looks", () => {
  const watch = (over: object = {}) =>
    ({
      ...{ rhythm: "kind", depth: 100, depths: [10, 50, 100], places: [], phone: false },
      ...{ project_places: ["Tarnley"], most_a_month: 400, spent: 12, source: "Rehearsal Watch" },
      ...over,
    }) as unknown as Watch;

  it("is set by rhythm, depth, places, phone and ceiling", async () => {
    show(<WatchDialog watch={watch()} onClose={() => undefined} />);
    expect(screen.getByText(/a page after eighteen days/)).toBeInTheDocument();
    await choose(screen.getByRole("combobox", { name: /^How often/ }), "Every week");
    expect(screen.getByText(/seven days after the last check/)).toBeInTheDocument();
    await choose(screen.getByRole("combobox", { name: /^Depth/ }), "Top 50");
    await userEvent.click(screen.getByRole("checkbox", { name: "Tarnley" }));
    await userEvent.click(screen.getByRole("checkbox", { name: "Also on mobile" }));
    await type("Maximum lookups a month", "250");
    await press("Save schedule");
    expect(told.change.mock.lastCall?.[1]).toEqual({
      ...{ rhythm: "weekly", depth: 50, places: ["Tarnley"], phone: true, most_a_month: 250 },
    });
  });

  it("asks nothing where no source tells where one stands", () => {
    show(<WatchDialog watch={watch({ source: "" })} onClose={() => undefined} />);
    expect(screen.getByText(/nothing is checked automatically/)).toBeInTheDocument();
    expect(screen.queryByRole("combobox")).toBeNull();
    expect(screen.queryByRole("button", { name: "Save schedule" })).toBeNull();
  });
});
