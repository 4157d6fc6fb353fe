import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { Tooltip } from "radix-ui";
import { afterAll, beforeAll, expect, it, vi } from "vitest";
import { Sheet } from "./Sheet";
import { Toasts } from "./toasts";
import { useGrid } from "./useGrid";

type Row = { id: number; name: string };
const rows: Row[] = ["owl", "kite", "hawk"].map((name, i) => ({ id: i + 1, name }));
const pages = {
  total: rows.length,
  rowAt: (index: number) => rows[index],
  show: () => undefined,
  stale: false,
  error: null,
};
const drawn = vi.fn((row: Row) => row.name);
/** The rows that were drawn, each once however often: a slow machine may take two goes at one. */
const names = () => [...new Set(drawn.mock.calls.map(([row]) => row.name))];
const columns = [{ id: "name", heading: "Name", width: "100px", cell: drawn }];
const onOpen = vi.fn();

function Birds() {
  const all = async () => ({ ids: [1, 2, 3], total: 3 });
  const grid = useGrid<Row>({ pages, place: "1/web", openId: undefined, onOpen, all });
  return <Sheet label="Birds" columns={columns} grid={grid} nameOf={(row) => row.name} />;
}

const known = Object.getOwnPropertyDescriptor(Element.prototype, "clientHeight");
beforeAll(() =>
  Object.defineProperty(Element.prototype, "clientHeight", { configurable: true, value: 400 }),
);
afterAll(() => {
  if (known) Object.defineProperty(Element.prototype, "clientHeight", known);
});

it("a row is drawn again only when something of its own has changed", async () => {
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Tooltip.Provider>
        <Toasts>
          <Birds />
        </Toasts>
      </Tooltip.Provider>
    </QueryClientProvider>,
  );
  // Rows come after the shape of the page.
  await screen.findByText("hawk");
  drawn.mockClear();
  await userEvent.click(screen.getByRole("checkbox", { name: "Choose kite" }));
  expect(names()).toEqual(["kite"]);
  drawn.mockClear();
  await userEvent.keyboard("j");
  expect(names()).toEqual(["owl"]);
  await userEvent.click(screen.getByText("hawk"));
  expect(onOpen).toHaveBeenLastCalledWith(3);
});
