import { describe, expect, it } from "vitest";
import { sheetSearch } from "./filters";
import { readyFilters } from "./ViewsMenu";

describe("filters that are ready", () => {
  it("go by the project's own thresholds", () => {
    const [open] = readyFilters({ preset: "growing", thresholds: { least_volume: 70 } });
    expect(open?.filter).toMatchObject({ volume_min: 70, chance_min: 0.2, title_matches_max: 2 });
  });

  it("are all understood by the address", () => {
    for (const { filter } of readyFilters({ preset: "new", thresholds: {} }))
      expect(sheetSearch.parse(filter)).toMatchObject(filter);
  });
});
