import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, screen, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { Toasts } from "../parts/toasts";
import { useTray } from "./useTray";

vi.mock("../shared/queries", () => ({
  inspectionQuery: (_: number, id: number) => ({
    queryKey: ["row", 1, id],
    queryFn: async () => ({ row: { id, text: `keyword ${id}` } }),
  }),
}));

function setUp(channel = "web") {
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>
      <Toasts>{children}</Toasts>
    </QueryClientProvider>
  );
  return renderHook((now: { channel: string }) => useTray(1, now.channel), {
    wrapper,
    initialProps: { channel },
  });
}
const texts = (hook: ReturnType<typeof setUp>) => hook.result.current.rows.map((row) => row.text);
const put = (hook: ReturnType<typeof setUp>, ...ids: number[]) => {
  for (const id of ids) act(() => hook.result.current.toggle(id));
};

beforeEach(() => sessionStorage.clear());

describe("the tray", () => {
  it("takes a keyword in, and out again", async () => {
    const hook = setUp();
    put(hook, 4, 5);
    await waitFor(() => expect(texts(hook)).toEqual(["keyword 4", "keyword 5"]));
    put(hook, 4);
    await waitFor(() => expect(texts(hook)).toEqual(["keyword 5"]));
    act(() => hook.result.current.remove(5));
    await waitFor(() => expect(texts(hook)).toEqual([]));
  });

  it("holds six and says so at the seventh", async () => {
    const hook = setUp();
    put(hook, 1, 2, 3, 4, 5, 6, 7);
    await waitFor(() => expect(texts(hook)).toHaveLength(6));
    expect(await screen.findByText("The tray holds 6. Remove one first.")).toBeInTheDocument();
    put(hook, 6, 7);
    await waitFor(() => expect(texts(hook).at(-1)).toBe("keyword 7"));
  });

  it("is kept over a reload, for each channel apart", async () => {
    put(setUp("web"), 4);
    const again = setUp("web");
    await waitFor(() => expect(texts(again)).toEqual(["keyword 4"]));
    again.rerender({ channel: "video" });
    expect(texts(again)).toEqual([]);
    again.rerender({ channel: "web" });
    await waitFor(() => expect(texts(again)).toEqual(["keyword 4"]));
    act(() => again.result.current.clear());
    expect(texts(again)).toEqual([]);
  });

  it("begins empty where what was kept makes no sense", () => {
    sessionStorage.setItem("bunraku.tray.1/web", '[{"id": 3}]');
    expect(texts(setUp())).toEqual([]);
    sessionStorage.setItem("bunraku.tray.1/web", "{");
    expect(texts(setUp())).toEqual([]);
  });
});
