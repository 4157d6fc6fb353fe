import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, screen } from "@testing-library/react";
import type { ReactNode } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { type Piece, Problem } from "../api/client";
import { Toasts } from "../parts/toasts";
import { changePiece } from "./changes";
import { usePlacing } from "./usePlacing";

vi.mock("./changes", () => ({ changePiece: vi.fn() }));
const change = vi.mocked(changePiece);
const piece = { id: 3, month: "2027-01-01" } as Piece;

function setUp() {
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={new QueryClient()}>
      <Toasts>{children}</Toasts>
    </QueryClientProvider>
  );
  return renderHook(() => usePlacing(1), { wrapper }).result;
}

beforeEach(() => {
  change.mockReset();
});

describe("placing a piece by hand", () => {
  it("plans it for a month, or leaves it out", async () => {
    change.mockResolvedValue({} as never);
    const place = setUp();
    await act(async () => place.current(piece, "2027-02-01"));
    expect(change).toHaveBeenLastCalledWith(1, 3, { month: "2027-02-01" });
    await act(async () => place.current(piece, null));
    expect(change).toHaveBeenLastCalledWith(1, 3, { month: null });
  });
  it("does nothing where it stands already", async () => {
    const place = setUp();
    await act(async () => place.current(piece, "2027-01-01"));
    expect(change).not.toHaveBeenCalled();
  });
  it("waits for one to be placed before another is", async () => {
    change.mockImplementation(() => new Promise(() => undefined));
    const place = setUp();
    await act(async () => place.current(piece, "2027-02-01"));
    await act(async () => place.current(piece, "2027-03-01"));
    expect(change).toHaveBeenCalledOnce();
  });
  it("says why it could not", async () => {
    change.mockRejectedValue(new Problem("invalid_input", "The month lies outside.", 422));
    const place = setUp();
    await act(async () => place.current(piece, "2031-01-01"));
    expect(await screen.findByText("The month lies outside.")).toBeInTheDocument();
  });
});
