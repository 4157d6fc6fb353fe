import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { describe, expect, it } from "vitest";
import { useStartedJobs } from "./startedJobs";
import { useChange } from "./useChange";

const JOB = { id: 7, kind: "gather", state: "queued" };

function setUp(out: unknown) {
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  const hook = renderHook(
    () => ({ change: useChange(1, async (_: undefined) => out), watched: useStartedJobs(1) }),
    { wrapper },
  );
  client.setQueryData(["overview", 1], { jobs: [] });
  const open = () => client.getQueryData<{ jobs: unknown[] }>(["overview", 1])?.jobs;
  const press = () => act(() => hook.result.current.change.mutateAsync(undefined));
  return { press, open, watched: () => hook.result.current.watched };
}

describe("a change that starts a job", () => {
  it.each([
    ["itself", JOB],
    ["beside what was worked out at once", { placed: 4, job: JOB }],
    ["though it is over already", { ...JOB, state: "done" }],
  ])("has it watched, %s", async (_, out) => {
    const { press, watched } = setUp(out);
    await press();
    await waitFor(() => expect(watched()).toEqual([7]));
  });
  it("has it among the open ones at once, and once", async () => {
    const { press, open } = setUp(JOB);
    await press();
    await press();
    expect(open()).toEqual([JOB]);
  });
  it("has it watched once, pressed twice", async () => {
    const { press, watched } = setUp(JOB);
    await press();
    await press();
    await waitFor(() => expect(watched()).toEqual([7]));
  });
  it.each([[{ changed: 3 }], [{ job: null }], [undefined]])("leaves %o alone", async (out) => {
    const { press, watched } = setUp(out);
    await press();
    expect(watched()).toEqual([]);
  });
});

describe("a change to a project", () => {
  it("has everything of that project read anew, and nothing of another", async () => {
    const client = new QueryClient();
    const keys = [["sheet", 1, {}, 0], ["plan", 1], ["ways", 1], ["sheet", 2, {}, 0], ["figures"]];
    for (const key of keys) client.setQueryData(key, "kept");
    const wrapper = ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    );
    const hook = renderHook(() => useChange(1, async (_: undefined) => "out"), { wrapper });
    hook.result.current.mutate(undefined);
    await waitFor(() => expect(hook.result.current.isSuccess).toBe(true));
    const stale = keys.map((key) => client.getQueryState(key)?.isInvalidated);
    expect(stale).toEqual([true, true, false, false, false]);
  });
  it("leaves all as it is where it failed", async () => {
    const client = new QueryClient();
    client.setQueryData(["sheet", 1], "kept");
    const wrapper = ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    );
    const hook = renderHook(
      () =>
        useChange(1, async (_: undefined) => {
          throw new Error("no");
        }),
      { wrapper },
    );
    hook.result.current.mutate(undefined);
    await waitFor(() => expect(hook.result.current.isError).toBe(true));
    expect(client.getQueryState(["sheet", 1])?.isInvalidated).toBe(false);
  });
});
