import { QueryClient, QueryClientProvider, useMutation } from "@tanstack/react-query";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { Toasts, useSay, useUndoInMessages } from "./toasts";

function Page({ undo }: { undo: () => void }) {
  const say = useSay();
  useUndoInMessages(undo);
  // A change that says nothing, such as an amount of hours.
  const change = useMutation({ mutationFn: async () => undefined });
  return (
    <>
      <button type="button" onClick={() => say("3 keywords kept.", { undo: true })}>
        keep
      </button>
      <button type="button" onClick={() => change.mutate()}>
        change
      </button>
      <button type="button" onClick={() => say("Copied.")}>
        copy
      </button>
    </>
  );
}

function draw(undo = vi.fn()) {
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Toasts>
        <Page undo={undo} />
      </Toasts>
    </QueryClientProvider>,
  );
}

describe("messages", () => {
  it("undo the last change by their button", async () => {
    const undo = vi.fn();
    draw(undo);
    await userEvent.click(screen.getByRole("button", { name: "keep" }));
    await userEvent.click(screen.getByRole("button", { name: "keep" }));
    // Only the last one has it: it is that change which would be undone.
    const [button, ...others] = await screen.findAllByRole("button", { name: /^Undo/ });
    expect(others).toEqual([]);
    if (button) await userEvent.click(button);
    expect(undo).toHaveBeenCalledOnce();
  });
  it("have no button any more once something else is changed", async () => {
    draw();
    await userEvent.click(screen.getByRole("button", { name: "keep" }));
    await userEvent.click(screen.getByRole("button", { name: "change" }));
    expect(screen.getByText("3 keywords kept.")).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: /^Undo/ })).toBeNull();
  });
  it("have no button where nothing was changed", async () => {
    draw();
    await userEvent.click(screen.getByRole("button", { name: "copy" }));
    expect(await screen.findByText("Copied.")).toBeInTheDocument();
    expect(screen.queryByRole("button", { name: /^Undo/ })).toBeNull();
  });
});
