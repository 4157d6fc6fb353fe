import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Problem } from "../api/client";
import { Toasts } from "../parts/toasts";
import type { Desk } from "./queries";
import { useDraft } from "./useDraft";

const { lookAt, saveDraft } = vi.hoisted(() => ({ lookAt: vi.fn(), saveDraft: vi.fn() }));
vi.mock("./changes", () => ({ lookAt, saveDraft }));

const look = { places: [], checks: [], measured: [], score: 1 };
const desk = (fields: Record<string, string>, revision = 1) =>
  ({
    piece: { id: 7 },
    fields: [
      { id: "title", name: "Title" },
      { id: "body", name: "Text" },
    ],
    versions: 1,
    draft: { fields, revision, by: "you", saved: "2026-11-27T10:00:00Z" },
    look,
  }) as unknown as Desk;
const saved = (over: object = {}) => ({
  revision: 2,
  saved: "2026-11-27T10:01:00Z",
  versions: 1,
  others: {},
  clashes: {},
  ...over,
});

function Around({ children }: { children: ReactNode }) {
  return (
    <QueryClientProvider client={new QueryClient()}>
      <Toasts>{children}</Toasts>
    </QueryClientProvider>
  );
}
const open = (given = desk({ title: "Cords" })) =>
  renderHook(({ shown }) => useDraft(1, shown), {
    wrapper: Around,
    initialProps: { shown: given },
  });
const wait = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  lookAt.mockReset().mockResolvedValue({ ...look, score: 9 });
  saveDraft.mockReset().mockResolvedValue(saved());
});
afterEach(() => vi.useRealTimers());

describe("a draft", () => {
  it("is looked at with each key and kept within a second", async () => {
    const { result } = open();
    act(() => result.current.change({ title: "Cords a" }));
    await wait(0);
    expect(lookAt).toHaveBeenCalledWith(1, 7, { title: "Cords a" }, expect.anything());
    expect(result.current.look.score).toBe(9);
    for (let key = 0; key < 8; key++) {
      act(() => result.current.change({ title: `Cords ${key}` }));
      await wait(150);
    }
    expect(saveDraft).toHaveBeenCalled();
    await wait(1_100);
    expect(saveDraft.mock.lastCall?.[2]).toMatchObject({ title: { now: "Cords 7" } });
    expect(result.current.state).toBe("saved");
    expect(localStorage.length).toBe(0);
  });

  it("takes over what another window changed, and says where both did", async () => {
    const clash = { mine: "Mine", theirs: "Theirs" };
    saveDraft.mockResolvedValue(saved({ others: { body: "theirs" }, clashes: { title: [clash] } }));
    const { result } = open();
    act(() => result.current.change({ title: "Mine" }));
    await wait(1_100);
    expect(result.current.fields).toEqual({ title: "Mine", body: "theirs" });
    expect(document.body.textContent).toContain("taken over: text");
    expect(result.current.clashes.title).toEqual([clash]);
    act(() => result.current.decide("title", clash, "both", " "));
    expect(result.current.fields.title).toBe("Mine Theirs");
    expect(result.current.clashes.title).toEqual([]);
  });

  it("tells the next edits of a field from what was sent, where one has typed since", async () => {
    const { result } = open(desk({ body: "One.\n\nTwo." }));
    saveDraft.mockImplementationOnce(async () => {
      result.current.change({ body: "One, mine, and more.\n\nTwo." });
      return saved({ others: { body: "One, mine.\n\nTwo, theirs." } });
    });
    act(() => result.current.change({ body: "One, mine.\n\nTwo." }));
    await wait(1_100);
    await wait(1_100);
    expect(saveDraft.mock.lastCall?.[2].body).toEqual({
      was: "One, mine.\n\nTwo.",
      now: "One, mine, and more.\n\nTwo.",
    });
  });

  it("is kept whole where a save takes longer than one types", async () => {
    let answer: (out: unknown) => void = () => undefined;
    saveDraft.mockReturnValueOnce(new Promise((done) => (answer = done)));
    const { result } = open();
    act(() => result.current.change({ title: "Slow" }));
    await wait(1_100);
    act(() => result.current.change({ title: "Slow, and more" }));
    // The pause after typing is over before the first save is.
    await wait(3_000);
    expect(saveDraft).toHaveBeenCalledOnce();
    answer(saved());
    await wait(100);
    expect(saveDraft.mock.lastCall?.[2].title).toEqual({ was: "Slow", now: "Slow, and more" });
    expect(result.current.state).toBe("saved");
  });

  it("is kept in the browser while the server cannot be reached, and tried again", async () => {
    saveDraft.mockRejectedValueOnce(new Problem("offline", "It cannot be reached.", 0));
    const { result, unmount } = open();
    act(() => result.current.change({ title: "Offline" }));
    await wait(1_100);
    expect(result.current.state).toBe("offline");
    unmount();
    const again = open();
    expect(again.result.current.fields.title).toBe("Offline");
    await wait(1_100);
    expect(saveDraft.mock.lastCall?.[2]).toEqual({ title: { was: "Cords", now: "Offline" } });
    expect(again.result.current.state).toBe("saved");
  });

  it("keeps what stood there as a version of its own before something else is put there", async () => {
    const { result } = open();
    act(() => result.current.change({ title: "Typed" }));
    await act(() => result.current.replace({ title: "Packed" }));
    await wait(1_100);
    const calls = saveDraft.mock.calls.map(([, , edits, , anew]) => [edits.title.now, anew]);
    expect(calls).toEqual([
      ["Typed", false],
      ["Packed", true],
    ]);
  });

  it("that the server refuses is told once, and tried again when it changed", async () => {
    saveDraft.mockRejectedValueOnce(new Problem("invalid_input", "A field is too long.", 422));
    const { result } = open();
    act(() => result.current.change({ title: "Far too long" }));
    await wait(12_000);
    expect(saveDraft).toHaveBeenCalledTimes(1);
    expect(result.current.state).toBe("refused");
    act(() => result.current.change({ title: "Shorter" }));
    await wait(1_100);
    expect(result.current.state).toBe("saved");
  });

  it("of a piece that is gone stays in the browser", async () => {
    saveDraft.mockRejectedValue(new Problem("not_found", "There is no such piece.", 404));
    const { result } = open();
    act(() => result.current.change({ title: "Gone" }));
    await wait(1_100);
    expect(result.current.state).toBe("gone");
    expect(localStorage.getItem("bunraku.desk.1.7")).toContain("Gone");
  });

  it("follows another window while nothing is typed here", async () => {
    const { result, rerender } = open();
    rerender({ shown: desk({ title: "Theirs" }, 5) });
    await wait(0);
    expect(result.current.fields.title).toBe("Theirs");
    act(() => result.current.change({ title: "Mine" }));
    rerender({ shown: desk({ title: "Theirs again" }, 6) });
    await wait(0);
    expect(result.current.fields.title).toBe("Mine");
  });
});
