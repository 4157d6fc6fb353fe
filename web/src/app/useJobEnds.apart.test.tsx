import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, screen, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { Toasts } from "../parts/toasts";
import { readJob } from "../shared/changes";
import { noteStarted } from "../shared/startedJobs";
import { useJobEnds } from "./useJobEnds";

vi.mock("../shared/changes", () => ({ readJob: vi.fn() }));
vi.mock("../shared/queries", async () => {
  const { useQuery } = await import("@tanstack/react-query");
  return {
    useOverview: () =>
      useQuery({
        queryKey: ["overview", 1],
        queryFn: async () => ({ jobs: [] }),
        staleTime: Number.POSITIVE_INFINITY,
      }),
  };
});
const job = {
  id: 7,
  state: "done",
  ending: "Measuring is done: 3 keywords measured.",
  unanswered: 0,
};
const read = vi.mocked(readJob);

function setUp() {
  const client = new QueryClient();
  client.setQueryData(["overview", 1], { jobs: [{ id: 7 }] });
  client.setQueryData(["sheet", 1, {}], "kept");
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>
      <Toasts>{children}</Toasts>
    </QueryClientProvider>
  );
  renderHook(() => useJobEnds(1), { wrapper });
  const isStale = () => client.getQueryState(["sheet", 1, {}])?.isInvalidated;
  const over = () => act(() => client.setQueryData(["overview", 1], { jobs: [] }));
  // Over before the overview was read: it never has it.
  const start = (id: number) =>
    act(() => {
      noteStarted(client, 1, { id, kind: "fit", state: "queued" });
      client.setQueryData(["overview", 1], { jobs: [] });
    });
  return { isStale, over, start };
}

beforeEach(() => {
  read.mockReset();
});

describe("when a job is over", () => {
  it("its ending is said and what it changed is read anew", async () => {
    read.mockResolvedValue(job as never);
    const { isStale, over } = setUp();
    expect(isStale()).toBe(false);
    over();
    expect(await screen.findByText(job.ending)).toBeInTheDocument();
    await waitFor(() => expect(isStale()).toBe(true));
  });
  it.each([
    ["done", 0, false],
    ["done", 2, true],
    ["failed", 0, true],
  ])("%s with %i unanswered: whether it looks wrong is %s", async (state, unanswered, bad) => {
    read.mockResolvedValue({ ...job, state, unanswered } as never);
    const { over } = setUp();
    over();
    const said = (await screen.findByText(job.ending)).closest("li");
    expect(said?.className.includes("border-persimmon")).toBe(bad);
  });
  it("nothing is said where it is no news", async () => {
    read.mockResolvedValue({ ...job, ending: "" } as never);
    const { isStale, over } = setUp();
    over();
    await waitFor(() => expect(isStale()).toBe(true));
    expect(screen.queryByText(/Measuring/)).toBeNull();
  });
  it("what it changed is read anew even where it cannot be asked about", async () => {
    read.mockRejectedValue(new Error("gone"));
    const { isStale, over } = setUp();
    over();
    await waitFor(() => expect(isStale()).toBe(true));
  });
  it("one that was never among the open ones is told too", async () => {
    read.mockResolvedValue({ ...job, id: 9 } as never);
    const { start } = setUp();
    start(9);
    await waitFor(() => expect(read).toHaveBeenCalledWith(1, 9));
    expect(await screen.findAllByText(job.ending)).not.toHaveLength(0);
  });
  it("an overview older than the job does not make it forgotten", async () => {
    let asked = 0;
    const running = { ...job, id: 9, state: "running", ending: "" };
    read.mockImplementation(async (_, id) => (id === 9 && !asked++ ? running : job) as never);
    const { start } = setUp();
    start(9);
    await waitFor(() => expect(read.mock.calls.filter(([, id]) => id === 9)).toHaveLength(2));
    expect(await screen.findAllByText(job.ending)).not.toHaveLength(0);
  });
});
