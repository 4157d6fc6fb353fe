import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { Awaited, Stale } from "./Awaited";

const draw = (of: { data: string | undefined; error: Error | null }) =>
  render(<Awaited of={of}>{(data) => <p>{data}</p>}</Awaited>);

describe("an answer that is awaited", () => {
  it("is a shape in grey until it is there", () => {
    draw({ data: undefined, error: null });
    expect(screen.getByRole("status")).toHaveAttribute("aria-busy", "true");
    expect(screen.getByText("Loading…")).toBeInTheDocument();
  });
  it("is drawn when it is there, also where a newer one failed", () => {
    draw({ data: "12 keywords", error: new Error("Not reached.") });
    expect(screen.getByText("12 keywords")).toBeInTheDocument();
    expect(screen.getByRole("alert")).toHaveTextContent("Not reached.");
    expect(screen.queryByRole("status")).toBeNull();
  });
  it("is an error where there was none", () => {
    draw({ data: undefined, error: new Error("Not reached.") });
    expect(screen.getByRole("alert")).toBeInTheDocument();
    expect(screen.queryByText("Loading…")).toBeNull();
  });
});

describe("what is of the thing before", () => {
  it("fades, and is said to be busy", () => {
    const { container, rerender } = render(<Stale of={{ isPlaceholderData: true }}>old</Stale>);
    expect(container.firstChild).toHaveClass("stale");
    expect(container.firstChild).toHaveAttribute("aria-busy", "true");
    rerender(<Stale of={{ isPlaceholderData: false }}>new</Stale>);
    expect(container.firstChild).not.toHaveClass("stale");
  });
});
