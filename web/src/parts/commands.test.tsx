import { act, renderHook } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { useCommand, useCommands } from "./commands";

it("offers what the page offers, as long as it does", () => {
  const first = vi.fn();
  const second = vi.fn();
  const page = renderHook(({ enabled, does }) => useCommand("Fit", does, { keys: "f", enabled }), {
    initialProps: { enabled: true, does: first },
  });
  const box = renderHook(() => useCommands());
  expect(box.result.current).toEqual([expect.objectContaining({ name: "Fit", keys: "f" })]);
  // What it does is what the page does by now.
  page.rerender({ enabled: true, does: second });
  box.result.current[0]?.act();
  expect(second).toHaveBeenCalledOnce();
  expect(first).not.toHaveBeenCalled();
  act(() => page.rerender({ enabled: false, does: second }));
  expect(box.result.current).toEqual([]);
  page.unmount();
});
