import { expect, test } from "vitest";
import { boundWords, containsWords, difference, limitWords, type Titles } from "./titleWords";

const PHRASES = [
  { text: "lace pillow", value: 12 },
  { text: "bobbin set", value: 3.5 },
];
const SAID = { text: "", contained: [0], left: [1], value: 12, measured: [] };
const TOLD: Titles = {
  form: "page",
  written: [],
  counted_in: "worth",
  phrases: PHRASES,
  proposals: [],
  now: SAID,
};

test("what a title contains is told by what it is worth", () => {
  expect(containsWords(SAID, TOLD, "£")).toBe("1 of 2 phrases, £12 a month of £16 a month");
  expect(containsWords(SAID, { ...TOLD, counted_in: "phrases" }, "£")).toBe("1 of 2 phrases");
  expect(containsWords(SAID, { ...TOLD, counted_in: "searches" }, "£")).toBe(
    "1 of 2 phrases, 12 searches of 16 searches",
  );
});

test("how much better is possible", () => {
  expect(boundWords({ value: 40, bound: 41 })).toBe("97% covered; at most 2.5% more is possible.");
  expect(boundWords({ value: 10, bound: 15 })).toBe("66% covered; at most 50% more is possible.");
  expect(boundWords({ value: 40, bound: 40 })).toBe("No title this long covers more.");
  // A pattern is no attempt at the most.
  expect(boundWords({ value: 40, bound: 0 })).toBe("");
});

test("how a title stands to its limits", () => {
  const fits = {
    most: 60,
    unit: "characters" as const,
    takes: 40,
    state: "fits" as const,
    within: "",
  };
  expect(limitWords([fits])).toEqual({ words: "40 of 60 characters.", over: false });
  expect(
    limitWords([fits, { ...fits, state: "near", takes: 570, most: 580, unit: "pixels" }]),
  ).toEqual({
    words: "40 of 60 characters, 570 of 580 pixels wide: near the limit.",
    over: false,
  });
  const over = { ...fits, state: "over" as const, takes: 72, within: "A pillow for lace with a" };
  expect(limitWords([over])).toEqual({
    words: "72 of 60 characters: cut off after “…ow for lace with a”.",
    over: true,
  });
});

test("what is gained and what is lost", () => {
  const other = { ...SAID, contained: [1], left: [0], value: 3.5 };
  expect(difference(other, SAID, TOLD, "£")).toEqual({
    gains: "“bobbin set” (£3.50 a month)",
    loses: "“lace pillow” (£12 a month)",
  });
  expect(difference(SAID, SAID, TOLD, "£")).toEqual({ gains: "", loses: "" });
});
