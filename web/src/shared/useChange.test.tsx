import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { describe, expect, it } from "vitest";
import { useChange } from "../shared/useChange";

const JOB = { id: 7, kind: "gather", state: "queued" };

function setUp(out: unknown) {
  const client = new QueryClient();
  client.setQueryData(["overview", 1], { jobs: [] });
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
  it("leaves alone what is no job, or is over", async () => {
    for (const out of [{ changed: 3 }, { ...JOB, state: "done" }, undefined]) {
      const { hook, jobs } = setUp(out);
      await waitFor(() => expect(hook.result.current.isSuccess).toBe(true));
      expect(jobs()).toEqual([]);
    }
  });
});
