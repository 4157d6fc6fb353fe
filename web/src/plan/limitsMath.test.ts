import { expect, test } from "vitest";
import { type LimitFields, limitFields, readLimits } from "./limitsMath";

const FIELDS: LimitFields = {
  horizon: 18,
  people: [
    { name: " Ruth ", hours: "12,5" },
    { name: "", hours: " " },
  ],
  kinds: { video: "2", article: " " },
  alike: "3",
  towns: "40",
};

test("what is typed is read, and nothing is no limit", () => {
  expect(readLimits(FIELDS)).toEqual({
    limits: {
      horizon: 18,
      people: [{ name: "Ruth", hours: 12.5 }],
      kinds: [{ kind: "video", most: 2 }],
      alike: 3,
      towns_pct: 40,
    },
    wrong: "",
  });
  expect(readLimits({ ...FIELDS, people: [], kinds: {}, alike: "", towns: "" }).limits).toEqual({
    horizon: 18,
    people: [],
    kinds: [],
    alike: null,
    towns_pct: null,
  });
});

test("what is told is typed again as it was", () => {
  const told = readLimits(FIELDS).limits;
  expect(told && readLimits(limitFields(told)).limits).toEqual(told);
});

test.each([
  [{ towns: "100" }, "The share of location pages is a whole number from 0 to 99."],
  [{ people: [{ name: "", hours: "3" }] }, "Enter a name for everyone with hours."],
  [{ people: [{ name: "Odo", hours: "many" }] }, "Odo has 0 to 744 hours a month."],
  [
    {
      people: [
        { name: "Odo", hours: "3" },
        { name: "Odo ", hours: "4" },
      ],
    },
    "Odo is listed twice.",
  ],
  [{ kinds: { video: "1.5" } }, "Pieces of a kind are whole numbers from 0 to 1,000."],
  [{ alike: "-1" }, "Location pages are a whole number from 0 to 10,000."],
])("%o is wrong", (changed, why) => {
  expect(readLimits({ ...FIELDS, ...changed })).toEqual({ limits: null, wrong: why });
});
