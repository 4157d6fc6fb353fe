import { describe, expect, it } from "vitest";
import {
  EMPTY_FIELDS,
  emptyOutlet,
  fieldErrors,
  fromFields,
  readOutlet,
  toFields,
} from "./projectWords";

const fields = {
  ...EMPTY_FIELDS,
  name: "Slow bread",
  own_brands: "krume; Ofen,\n",
  click_values: { any: "0.5", commercial: " " },
};

describe("a project's form", () => {
  it("parts lists of words and leaves empty values out", () => {
    const sent = fromFields(fields);
    expect(sent.own_brands).toEqual(["krume", "Ofen"]);
    expect(sent.click_values).toEqual({ any: 0.5 });
  });
  it("shows again what was saved", () => {
    const saved = {
      ...fromFields(fields),
      id: 1,
      version: 1,
      locale: "en-GB",
      lookups_left: 5,
      outlets: [],
      chosen_outlets: [],
    };
    expect(fromFields(toFields(saved as Parameters<typeof toFields>[0]))).toEqual(
      fromFields(fields),
    );
  });
  it("tells what is wrong, at the field", () => {
    expect(fieldErrors(fields)).toEqual({});
    expect(
      Object.keys(
        fieldErrors({ ...fields, name: " ", hours_a_month: -1, click_values: { any: "lots" } }),
      ),
    ).toEqual(["name", "hours_a_month", "click_any"]);
  });
});

describe("an outlet's line", () => {
  const good = { ...emptyOutlet("web"), name: " site.example ", standing: "34", days: "" };
  it("is read", () =>
    expect(readOutlet(good)).toEqual({
      outlet: {
        name: "site.example",
        channel: "web",
        address: "",
        standing: 34,
        days_until_shown: null,
        assumed: false,
        pull: null,
        reason: "",
      },
    }));
  it("takes thousands", () =>
    expect(readOutlet({ ...good, channel: "video", standing: "3,400" })).toHaveProperty(
      "outlet.standing",
      3400,
    ));
  it.each([
    ["standing", "0", "standing", 0],
    ["standing", "100", "standing", 100],
    ["days", "0", "days_until_shown", 0],
    ["days", "365", "days_until_shown", 365],
  ])("takes %s of %s", (name, typed, field, value) =>
    expect(readOutlet({ ...good, [name]: typed })).toHaveProperty(`outlet.${field}`, value),
  );
  it.each([
    [{ name: "" }, "needs a name"],
    [{ standing: "" }, "0 or more"],
    [{ standing: "strong" }, "0 or more"],
    [{ standing: "-1" }, "0 or more"],
    [{ standing: "101" }, "0 and 100"],
    [{ days: "2.5" }, "whole number"],
    [{ days: "366" }, "whole number"],
  ])("%j is refused: %s", (change, told) => {
    const read = readOutlet({ ...good, ...change });
    expect("wrong" in read && read.wrong).toContain(told);
  });
});
