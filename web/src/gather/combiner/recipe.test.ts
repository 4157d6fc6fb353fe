import { describe, expect, it } from "vitest";
import { emptyRecipe, nextHeat, termsOf, toServer } from "./recipe";

describe("a recipe", () => {
  it("parts terms at commas and lines, each once", () =>
    expect(termsOf("a  b, c\nc;;\n d ")).toEqual(["a b", "c", "d"]));
  it("goes to the server with heats on core terms", () => {
    const recipe = {
      ...emptyRecipe(["Tarnley"]),
      core: "repair, cleaning",
      heats: { repair: "hot" as const },
      helper: "best",
    };
    expect(toServer(recipe, "web")).toEqual({
      channel: "web",
      core: [
        { text: "repair", heat: "hot" },
        { text: "cleaning", heat: "" },
      ],
      helper: [{ text: "best", heat: "" }],
      place: [{ text: "Tarnley", heat: "" }],
      patterns: ["{helper} {core} [in {place}]"],
      only_known: false,
    });
  });
  it("turns heat round", () => {
    expect([undefined, "hot", "warm", "cold"].map((heat) => nextHeat(heat as never))).toEqual([
      "hot",
      "warm",
      "cold",
      "",
    ]);
  });
});
