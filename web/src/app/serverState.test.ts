import { afterEach, describe, expect, it, vi } from "vitest";
import { Problem } from "../api/client";
import { serverState } from "./serverState";

const assign = vi.fn();
const at = (pathname: string, search = "") =>
  vi.stubGlobal("location", { pathname, search, assign });
const fails = (status: number) =>
  serverState
    .fetchQuery({
      queryKey: ["x", status, Math.random()],
      queryFn: async () => {
        throw new Problem("x", "x", status);
      },
      retry: false,
    })
    .catch(() => undefined);

afterEach(() => {
  assign.mockClear();
  vi.unstubAllGlobals();
});

describe("what the server refuses", () => {
  it("leads to signing in where nobody is signed in, and back to where one was", async () => {
    at("/p/1/web/weigh", "?q=moon");
    await fails(401);
    expect(assign).toHaveBeenCalledExactlyOnceWith(
      "/sign-in?back=%2Fp%2F1%2Fweb%2Fweigh%3Fq%3Dmoon",
    );
  });
  it("leads nowhere for anything else, nor from the page where one signs in", async () => {
    at("/p/1/web/weigh");
    await fails(403);
    await fails(500);
    at("/sign-in");
    await fails(401);
    expect(assign).not.toHaveBeenCalled();
  });
  it("is asked again only where that may help, twice at most", () => {
    const retry = serverState.getDefaultOptions().queries?.retry as (
      times: number,
      error: Error,
    ) => boolean;
    expect(retry(0, new Problem("x", "x", 404))).toBe(false);
    expect(retry(0, new Problem("x", "x", 500))).toBe(true);
    expect(retry(0, new Problem("offline", "x", 0))).toBe(true);
    expect(retry(1, new Error("x"))).toBe(true);
    expect(retry(2, new Error("x"))).toBe(false);
  });
});
