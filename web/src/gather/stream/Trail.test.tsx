import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { EstimateLine } from "../ways/EstimateLine";
import { Trail } from "./Trail";

describe("the trail", () => {
  it("is a way back from every step", async () => {
    const onBack = vi.fn();
    const onLeave = vi.fn();
    render(
      <Trail
        trail={["telescope", "wall mount", "mount for wood"]}
        onBack={onBack}
        onLeave={onLeave}
      />,
    );
    expect(screen.getByRole("button", { name: "mount for wood" })).toHaveAttribute(
      "aria-current",
      "step",
    );
    await userEvent.click(screen.getByRole("button", { name: "wall mount" }));
    expect(onBack).toHaveBeenCalledWith(1);
    await userEvent.click(screen.getByRole("button", { name: "Clear the trail" }));
    expect(onLeave).toHaveBeenCalled();
  });
});

describe("the estimate", () => {
  const told = {
    seeds: [{ text: "star chart", must: ["star chart"], without: ["app"] }],
    refused: [],
    repeated: 1,
    known_seeds: 2,
    ways: [],
    asks: 38,
    price: 2,
    about_new: 90,
    about_least: 30,
  };
  it("says how many, the price, and what the seed itself asks", () => {
    render(<EstimateLine told={told} error={null} missesLanguage={false} />);
    expect(screen.getByRole("status")).toHaveTextContent(
      "30 to 90 new from 38 requests, up to 2 lookups. Only with “star chart”, without “app”. " +
        "1 duplicate skipped. 2 seeds are already keywords here.",
    );
  });
  it("says what is free, what is missing, and what went wrong", () => {
    const shown = render(
      <EstimateLine told={{ ...told, price: 0 }} error={null} missesLanguage={false} />,
    );
    expect(screen.getByRole("status")).toHaveTextContent("free");
    shown.rerender(<EstimateLine told={undefined} error={null} missesLanguage />);
    expect(screen.getByRole("status")).toHaveTextContent("Choose a target language");
    shown.rerender(
      <EstimateLine told={undefined} error={new Error("Not reached.")} missesLanguage={false} />,
    );
    expect(screen.getByRole("status")).toHaveTextContent("Not reached.");
  });
});
