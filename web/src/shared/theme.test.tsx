import { afterEach, describe, expect, it } from "vitest";
import { chooseTheme, chosenTheme, followSystem } from "./theme";

const shown = () => document.documentElement.dataset.theme;
const system = (dark: boolean) => {
  window.matchMedia = (() => ({ matches: dark, addEventListener: () => undefined })) as never;
};

afterEach(() => localStorage.clear());

describe("the theme", () => {
  it("is the system's until one chooses", () => {
    system(true);
    followSystem();
    expect([chosenTheme(), shown()]).toEqual(["system", "dark"]);
    chooseTheme("light");
    expect([chosenTheme(), shown()]).toEqual(["light", "light"]);
    chooseTheme("system");
    expect([chosenTheme(), shown()]).toEqual(["system", "dark"]);
  });
  it("is light where what was kept is none", () => {
    system(false);
    localStorage.setItem("bunraku.theme", "purple");
    followSystem();
    expect([chosenTheme(), shown()]).toEqual(["system", "light"]);
  });
});
