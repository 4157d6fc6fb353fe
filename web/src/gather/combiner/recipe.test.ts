import { describe, expect, it } from "vitest";
import { emptyRecipe, nextPriority, termsOf, toServer } from "./recipe";

describe("a recipe", () => {
  it("parts terms at commas and lines, each once", () =>
    expect(termsOf("a  b, c\nc;;\n d ")).toEqual(["a b", "c", "d"]));
  it("goes to the server with priorities on base terms", () => {
    const recipe = {
      ...emptyRecipe(["Tarnley"]),
      base: "repair, cleaning",
      priorities: { repair: "high" as const },
      modifier: "best",
    };
    expect(toServer(recipe, "web")).toEqual({
      channel: "web",
      base: [
        { text: "repair", priority: "high" },
        { text: "cleaning", priority: "" },
      ],
      modifier: [{ text: "best", priority: "" }],
      place: [{ text: "Tarnley", priority: "" }],
      patterns: ["{modifier} {base}", "{base} [in {place}]"],
      keep_doubled: false,
      only_known: false,
    });
  });
  it("turns priority round", () => {
    expect(
      [undefined, "high", "normal", "low"].map((priority) => nextPriority(priority as never)),
    ).toEqual(["high", "normal", "low", ""]);
  });
});
