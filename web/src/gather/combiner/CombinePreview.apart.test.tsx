import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { Toasts } from "../../parts/toasts";
import { CombinePreview } from "./CombinePreview";

const askBox = vi.hoisted(() => vi.fn());
vi.mock("../changes", () => ({ askBox }));

const keyword = (text: string) => ({ text, priority: "", known: false, left_out: false }) as const;
const MADE = {
  total: 5,
  known: 1,
  left_out: 0,
  doubled: 2,
  too_long: 0,
  shown: [keyword("moon map"), { ...keyword("moon lamp"), known: true }],
} as unknown as Schemas["CombinationsOut"];

function setUp() {
  const draw = (made: Schemas["CombinationsOut"]) => (
    <QueryClientProvider client={new QueryClient()}>
      <Toasts>
        <CombinePreview asks projectId={1} channel="web" made={made} />
      </Toasts>
    </QueryClientProvider>
  );
  const { rerender } = render(draw(MADE));
  return { again: (made: Schemas["CombinationsOut"]) => rerender(draw(made)) };
}
const said = () => screen.getByLabelText("Combinations").querySelector("[role=status]");

describe("what a recipe makes", () => {
  it("is counted with what is here and what is not made", () => {
    setUp();
    expect(said()).toHaveTextContent(
      /^5 combinations, 1 already here; 2 skipped because a word or place repeats\.$/,
    );
    expect(screen.getByText("The first 2 of 5.")).toBeInTheDocument();
  });

  it("says what the search box knows, until it is another list", async () => {
    askBox.mockResolvedValue({ known: ["moon map"], missing: 0 });
    const { again } = setUp();
    await userEvent.click(screen.getByRole("button", { name: /^Check 2 in autocomplete/ }));
    expect(await screen.findByTitle("Known to autocomplete")).toBeInTheDocument();
    expect(said()).toHaveTextContent("Autocomplete knows 1 of the 2 shown.");
    expect(said()).not.toHaveTextContent("got no answer");
    again({ ...MADE, shown: [keyword("moon globe")] } as unknown as typeof MADE);
    expect(said()).not.toHaveTextContent("Autocomplete knows");
  });

  it("says how many got no answer", async () => {
    askBox.mockResolvedValue({ known: [], missing: 2 });
    setUp();
    await userEvent.click(screen.getByRole("button", { name: /^Check 2/ }));
    expect(await screen.findByText(/, 2 got no answer/)).toBeInTheDocument();
  });
});
