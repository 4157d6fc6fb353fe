import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactNode } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { ClockBar } from "./ClockBar";
import { EntryBlock } from "./EntryBlock";
import { LearnedBlock } from "./LearnedBlock";
import { NextBlock } from "./NextBlock";
import { PhraseTable } from "./PhraseTable";
import { PlacesGrid } from "./PlacesGrid";
import type { Entry, Live, Report, Watch } from "./queries";
import { ReportSheet } from "./ReportSheet";
import { TogetherTable } from "./TogetherTable";

const told = vi.hoisted(() => ({
  next: [] as object[],
  together: [] as object[],
  learned: [] as object[],
  change: vi.fn().mockResolvedValue({}),
  go: vi.fn(),
}));
vi.mock("./queries", () => ({
  useNext: () => ({ data: told.next }),
  useTogether: () => ({ data: told.together }),
  useLearned: () => ({ data: told.learned }),
}));
vi.mock("./changes", () => {
  const kept =
    (name: string) =>
    (_project: number, ...given: unknown[]) =>
      told.change(name, ...given);
  return {
    changeEntry: kept("changeEntry"),
    removeEntry: kept("removeEntry"),
    makeTask: kept("makeTask"),
    setLearns: kept("setLearns"),
    moveClock: kept("moveClock"),
  };
});
vi.mock("../parts/Help", () => ({ Help: (given: { children: ReactNode }) => given.children }));
vi.mock("@tanstack/react-router", () => ({
  Link: ({ to, children }: { to: string; children: ReactNode }) => <a href={to}>{children}</a>,
  useNavigate: () => told.go,
  useParams: () => ({ projectId: "1", channel: "web" }),
}));

const show = (shown: ReactNode) =>
  render(<QueryClientProvider client={new QueryClient()}>{shown}</QueryClientProvider>);
const press = (name: string | RegExp) => userEvent.click(screen.getByRole("button", { name }));

beforeEach(() => {
  told.change.mockClear();
  told.go.mockClear();
});

describe("an entry of the diary", () => {
  const judged = {
    why: "helped",
    sentence: "9 rose, 1 fell.",
    windows: [
      ["2026-03-02", "2026-03-29"],
      ["2026-04-10", "2026-05-07"],
    ],
    sign: 0.0215,
    effect: Math.log(2),
    low: 0,
    high: Math.log(4),
    doubt: 0.0002,
    visible_before: 40,
    visible_after: 65,
    visible_low: 10,
    visible_high: 40,
    control_share: -0.06,
    controls: 6,
  };
  const entry = (over: object = {}) =>
    ({
      id: 5,
      what: "fields",
      day: "2026-04-01",
      reason: "The old one was dull",
      note: "",
      check_back: "2026-05-01",
      looked_back: null,
      changes: [{ field: "title", name: "Title", before: "", after: "Waxed sash cord" }],
      judged,
      ...over,
    }) as unknown as Entry;

  it("says what changed, why, and what one may believe", () => {
    show(<EntryBlock entry={entry()} label="B" today="2026-04-20" />);
    expect(screen.getByRole("heading", { name: /B.*Changed: title/ })).toBeInTheDocument();
    expect(screen.getByText("The old one was dull")).toBeInTheDocument();
    expect(screen.getByText(/probably helped/)).toBeInTheDocument();
    expect(screen.getByText("review on 1 May 2026")).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: "Delete this note" })).toBeNull();
  });

  it("is due from its day on, until somebody has looked back", async () => {
    const { rerender } = show(<EntryBlock entry={entry()} today="2026-05-01" />);
    await press("Mark as reviewed");
    expect(told.change).toHaveBeenCalledWith("changeEntry", 5, { looked_back: true });
    rerender(
      <QueryClientProvider client={new QueryClient()}>
        <EntryBlock entry={entry({ looked_back: "2026-05-03" })} today="2026-05-04" />
      </QueryClientProvider>,
    );
    expect(screen.getByText("reviewed on 3 May 2026")).toBeInTheDocument();
  });

  it("shows the figures and the words before and after on demand", async () => {
    show(<EntryBlock entry={entry()} today="2026-04-20" />);
    expect(screen.queryByText("(empty)")).toBeNull();
    await press("Show more");
    expect(screen.getByText("(empty)")).toBeInTheDocument();
    const figures = within(screen.getByText("Sign test").closest("dl") as HTMLElement);
    expect(figures.getByText("about once in 47 times")).toBeInTheDocument();
    expect(
      figures.getByText("50% nearer the top (from none to 75% nearer the top, 95%)"),
    ).toBeInTheDocument();
    expect(figures.getByText("less than once in a thousand times")).toBeInTheDocument();
    expect(figures.getByText("40 then, 65 now (+10 to +40, 80%)")).toBeInTheDocument();
    expect(figures.getByText("−6%")).toBeInTheDocument();
  });

  it("of somebody's own hand can be taken out", async () => {
    show(
      <EntryBlock entry={entry({ what: "price", changes: [], judged: null })} today="2026-04-20" />,
    );
    expect(screen.getByRole("heading", { name: /Another price/ })).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: "Show more" })).toBeNull();
    await press("Delete this note");
    expect(told.change).toHaveBeenCalledWith("removeEntry", 5);
  });
});

describe("what next", () => {
  const live = { id: 3, piece: 8, source: "" } as unknown as Live;
  const step = (rule: string, act: string) => ({ rule, act, do: `Do ${rule}.`, why: "Because." });

  it("tells the first with its reason, and makes it a task by a key", async () => {
    told.next = [step("forward", "desk"), step("link", "plan"), step("year", "desk")];
    show(<NextBlock live={live} />);
    expect(screen.getByText("Do forward.")).toBeInTheDocument();
    expect(screen.getByRole("link", { name: "Open in editor" })).toBeInTheDocument();
    expect(screen.getByText("2 more suggestions")).toBeInTheDocument();
    await userEvent.keyboard("t");
    expect(told.change).toHaveBeenCalledExactlyOnceWith("makeTask", 3, "forward");
    expect(await screen.findByRole("status")).toHaveTextContent("due in two weeks");
  });

  it("offers no task where there is no piece in the plan, or nothing to do there", async () => {
    told.next = [step("forward", "desk")];
    const { unmount } = show(<NextBlock live={{ ...live, piece: null }} />);
    expect(screen.queryByRole("button")).toBeNull();
    unmount();
    told.next = [step("leave", "none")];
    show(<NextBlock live={live} />);
    await userEvent.keyboard("t");
    expect(told.change).not.toHaveBeenCalled();
  });

  it("leads to one's own report where no source tells where it stands", () => {
    told.next = [step("look", "look")];
    const { rerender } = show(<NextBlock live={live} />);
    expect(screen.getByRole("link", { name: "Import report" })).toBeInTheDocument();
    rerender(
      <QueryClientProvider client={new QueryClient()}>
        <NextBlock live={{ ...live, source: "Rehearsal Watch" } as Live} />
      </QueryClientProvider>,
    );
    expect(screen.queryByRole("link")).toBeNull();
  });
});

describe("the phrases of a piece", () => {
  const track = (id: number, over: object) => ({
    id,
    text: `phrase ${id}`,
    main: id === 1,
    until: null,
    searches: 120,
    chance: 0.7,
    before: 9,
    last: 4,
    best: 3,
    on_map: null,
    first_shown: "2026-03-02",
    other: 0,
    other_address: "",
    ...over,
  });
  const live = (...phrases: object[]) =>
    ({ settled_on: "2026-06-01", today: "2026-05-01", phrases }) as unknown as Live;
  const cells = (name: RegExp) =>
    within(screen.getByRole("row", { name }))
      .getAllByRole("cell")
      .map((cell) => cell.textContent);

  it("tell a place, not shown, not looked at and not known apart", () => {
    show(
      <PhraseTable
        live={live(
          track(1, { on_map: 2, other: 14, other_address: "https://own.example/other" }),
          track(2, { last: 0, before: null, best: 0, chance: null, searches: null }),
        )}
      />,
    );
    const one = cells(/phrase 1/);
    expect(one.slice(2, 5)).toEqual(["9", "4map 2", "3"]);
    expect(one[6]).toBe("14th: /other");
    const two = cells(/phrase 2/);
    expect(two.slice(0, 2)).toEqual(["not known", "not known"]);
    expect(two[3]).toBe("not ranking");
    expect(screen.getByTitle("Not checked")).toBeInTheDocument();
    expect(screen.getByText(/chance of page one once settled, about/)).toBeInTheDocument();
  });

  it("say since when one is no longer of the piece, and pick one out", async () => {
    show(<PhraseTable live={live(track(4, { until: "2026-04-02", chance: null }))} />);
    expect(screen.getByText(/no longer of the piece since/)).toBeInTheDocument();
    expect(screen.queryByText(/^Foretold: /)).toBeNull();
    await press("phrase 4");
    const { search } = told.go.mock.lastCall?.[0] ?? {};
    expect(search({ live: 9 })).toEqual({ live: 9, phrase: 4 });
  });

  it("stand in a grid of towns and devices where they are asked for near by", () => {
    const seen = (place: string, device: string, last: number | null, on_map: number | null) => ({
      text: "cord fitting",
      place,
      device,
      last,
      on_map,
    });
    const { rerender } = show(
      <PlacesGrid
        live={
          {
            elsewhere: [seen("Tarnley", "desktop", 3, 0), seen("Tarnley", "phone", null, null)],
          } as unknown as Live
        }
      />,
    );
    expect(screen.getByRole("columnheader", { name: "Tarnley, phone" })).toBeInTheDocument();
    expect(screen.getAllByRole("cell").map((cell) => cell.textContent)).toEqual([
      "3not on the map",
      "not checked",
    ]);
    rerender(<PlacesGrid live={{ elsewhere: [] } as unknown as Live} />);
    expect(screen.queryByRole("table")).toBeNull();
  });
});

describe("pieces together", () => {
  const of = (name: string, channel: string, over: object = {}) => ({
    ...{ name, channel, pieces: 2, looked: 2, phrases: 9, shown: 6, first3: 1, first10: 4 },
    ...{ visible: 310, visible_now: 300, visible_before: 280, foretold: 90 },
    ...{ rose: 3, fell: 1, stayed: 2, new: 0, lost: 0, ...over },
  });

  it("name the channel only where there are several, and claim nothing unseen", () => {
    told.together = [of("Cords", "web"), of("Cords", "video", { looked: 0, visible: 0 })];
    show(<TogetherTable by="cluster" />);
    const [, web, video] = screen.getAllByRole("row");
    expect(web).toHaveTextContent(/^Cords, Web2310\+20906 of 9 keywords4/);
    expect(video).toHaveTextContent("Cords, Video");
    expect(video).toHaveTextContent("not checked yet");
  });

  it("is without channels where there is one", () => {
    told.together = [of("Workshop", "web")];
    show(<TogetherTable by="outlet" />);
    expect(screen.getByRole("rowheader")).toHaveTextContent(/^Workshop$/);
  });
});

describe("what outcomes taught", () => {
  it("is told with its day and can be switched off once there is something", async () => {
    told.learned = [
      {
        outlet: 1,
        name: "Site",
        learns: true,
        on: "2026-05-02",
        outcomes: 41,
        sentence: "Weaker.",
      },
      { outlet: 2, name: "Shop", learns: true, on: null, outcomes: 0, sentence: "Nothing yet." },
    ];
    show(<LearnedBlock />);
    expect(screen.getByText(/As of 2 May 2026/)).toBeInTheDocument();
    const boxes = screen.getAllByRole("checkbox");
    expect(boxes).toHaveLength(1);
    await userEvent.click(boxes[0] as HTMLElement);
    expect(told.change).toHaveBeenCalledWith("setLearns", 1, false);
  });

  it("is silent without outlets", () => {
    told.learned = [];
    const { container } = show(<LearnedBlock />);
    expect(container).toBeEmptyDOMElement();
  });
});

describe("the practice clock", () => {
  const watch = (over: object) =>
    ({ can_move: true, today: "2026-11-28", days_ahead: 0, ...over }) as unknown as Watch;

  it("goes on by a day, ten or three weeks", async () => {
    show(<ClockBar watch={watch({ days_ahead: 21 })} busy={false} />);
    expect(screen.getByText(/21 days ahead of the calendar/)).toBeInTheDocument();
    await press("+10 days");
    expect(told.change).toHaveBeenCalledWith("moveClock", 10);
  });

  it("stands still while something runs, and is not there on real figures", () => {
    const { rerender, container } = show(<ClockBar watch={watch({})} busy />);
    for (const button of screen.getAllByRole("button")) expect(button).toBeDisabled();
    rerender(
      <QueryClientProvider client={new QueryClient()}>
        <ClockBar watch={watch({ can_move: false })} busy={false} />
      </QueryClientProvider>,
    );
    expect(container).toBeEmptyDOMElement();
  });
});

describe("the month's report", () => {
  const report = (over: object = {}) =>
    ({
      project: "Rooms",
      outlet_name: "Site",
      month: "2026-10",
      is_over: true,
      practice: false,
      figures: [],
      places: [],
      published: [],
      changed: [],
      work: [],
      ...over,
    }) as unknown as Report;

  it("says so where nothing is known", () => {
    show(<ReportSheet told={report({ is_over: false, practice: true })} />);
    expect(screen.getByRole("heading", { level: 1 })).toHaveTextContent("October 2026");
    for (const says of [
      "The month is not over yet.",
      /simulated world/,
      /No figures for this month/,
      "No rank check this month.",
      "Nothing new.",
      "Nothing was changed.",
      "Nothing is planned yet.",
    ])
      expect(screen.getByText(says)).toBeInTheDocument();
  });

  it("tells figures beside the month and the year before, and what was done and comes", () => {
    show(
      <ReportSheet
        told={report({
          figures: [
            { id: "visits", name: "Visits", about: "", values: [410, 380, null] },
            { id: "stars", name: "Stars", about: "", values: [null, null, null] },
          ],
          published: [{ title: "Cords", day: "2026-10-04" }],
          changed: [
            { title: "", day: "2026-10-09", what: "engine", reason: "Seen", why: "", sentence: "" },
            {
              title: "Putty",
              day: "2026-10-02",
              what: "fields",
              reason: "",
              why: "wander",
              sentence: "2 rose, 2 fell.",
            },
          ],
          work: [
            { what: "publish", title: "Pulleys", hours: 5 },
            { what: "back", title: "Putty", hours: null },
          ],
        })}
      />,
    );
    expect(screen.getByRole("row", { name: /Visits 410 380 – \+30 \(\+8%\)/ })).toBeInTheDocument();
    expect(screen.queryByText("Stars")).toBeNull();
    expect(screen.getByText("All pages")).toBeInTheDocument();
    expect(screen.getByText(/Normal ups and downs\. 2 rose, 2 fell\./)).toBeInTheDocument();
    expect(screen.getByText(/^New: Pulleys/)).toHaveTextContent("about 5 hours");
    expect(screen.getByText("Review the change of “Putty”")).toBeInTheDocument();
  });
});
