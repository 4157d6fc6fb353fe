import { render, screen, within } from "@testing-library/react";
import { Tooltip } from "radix-ui";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { GROUPS } from "../../parts/wayWords";
import type { Run } from "./run";
import { WaysBoard } from "./WaysBoard";

vi.mock("../../shared/queries", () => ({ useFigures: () => ({ data: [] }) }));

const ways = GROUPS.flatMap((group) => group.ways).map(
  (id) => ({ id, name: id, about: "", price: 0 }) as unknown as Schemas["WayOut"],
);
const run = (on: Run["ways"]) =>
  ({
    ways: on,
    options: { depth: 1, steps: 1, results: 5, into: "" },
  }) as unknown as Run;

describe("the ways of gathering", () => {
  const draw = (on: Run["ways"]) =>
    render(
      <Tooltip.Provider>
        <WaysBoard ways={ways} language="en" run={run(on)} onRun={vi.fn()} />
      </Tooltip.Provider>,
    );
  const group = (name: string) => within(screen.getByRole("group", { name }));

  it("say how far each goes that is on", () => {
    draw(["box", "related", "fields", "language"]);
    expect(group("Autocomplete").getByText("Depth")).toBeInTheDocument();
    expect(group("Other sources").getByText("Depth")).toBeInTheDocument();
    expect(group("Other sources").getByText("Tags from the top")).toBeInTheDocument();
    expect(
      group("Other sources").getByRole("combobox", { name: "Target language" }),
    ).toBeInTheDocument();
  });
  it("and nothing of one that is off", () => {
    draw(["rising"]);
    expect(screen.queryByText("Depth")).toBeNull();
    expect(screen.queryByRole("combobox")).toBeNull();
  });
});
