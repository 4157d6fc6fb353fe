import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { describe, expect, it } from "vitest";
import { useChange } from "../shared/useChange";

const JOB = { id: 7, kind: "gather", state: "queued" };

function setUp(out: unknown, open: unknown[] = []) {
  const client = new QueryClient();
  client.setQueryData(["overview", 1], { jobs: open });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  const hook = renderHook(() => useChange(1, async (_: undefined) => out), { wrapper });
  hook.result.current.mutate(undefined);
  const jobs = () => client.getQueryData<{ jobs: unknown[] }>(["overview", 1])?.jobs;
  return { hook, jobs };
}

describe("a change that starts a job", () => {
  it("has it among the open ones at once", async () => {
    const { hook, jobs } = setUp(JOB);
    await waitFor(() => expect(hook.result.current.isSuccess).toBe(true));
    expect(jobs()).toEqual([JOB]);
  });
  it("finds it beside what was worked out at once", async () => {
    const { hook, jobs } = setUp({ placed: 4, job: JOB });
    await waitFor(() => expect(hook.result.current.isSuccess).toBe(true));
    expect(jobs()).toEqual([JOB]);
  });
  it("has it once, where it is known already", async () => {
    const other = { ...JOB, id: 6 };
    const { hook, jobs } = setUp(JOB, [other, JOB]);
    await waitFor(() => expect(hook.result.current.isSuccess).toBe(true));
    expect(jobs()).toEqual([other, JOB]);
  });
  it("leaves alone what is no job, or is over", async () => {
    for (const out of [{ changed: 3 }, { job: null }, { ...JOB, state: "done" }, undefined]) {
      const { hook, jobs } = setUp(out);
      await waitFor(() => expect(hook.result.current.isSuccess).toBe(true));
      expect(jobs()).toEqual([]);
    }
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
