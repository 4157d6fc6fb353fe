import { describe, expect, it } from "vitest";
import { pageName, stepOf } from "./stepOf";

describe("the step of a page", () => {
  it.each([
    ["/p/1/web", "up-next"],
    ["/p/1/web/", "up-next"],
    ["/p/1/video/settings", "up-next"],
    ["/p/1/web/rivals", "weigh"],
    ["/p/1/web/first", "cluster"],
    ["/p/1/web/brief", "plan"],
    ["/p/1/web/write/desk", "write"],
    ["/p/1/web/follow/own", "follow"],
  ])("%s is of %s", (pathname, step) => {
    expect(stepOf(pathname)).toBe(step);
  });
});

describe("the name of a page", () => {
  it.each([
    ["/p/1/web", "Up next"],
    ["/p/1/web/write/desk", "Editor"],
    ["/p/1/video/follow/own/", "Search performance"],
    ["/elsewhere", "Up next"],
  ])("%s is %s", (pathname, name) => {
    expect(pageName(pathname)).toBe(name);
  });
});
