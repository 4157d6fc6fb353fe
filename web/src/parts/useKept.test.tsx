import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it } from "vitest";
import { useKept } from "./useKept";

function Box({ name, usual = "usual" }: { name: string; usual?: string }) {
  const [value, setValue] = useKept(name, usual, (kept) =>
    typeof kept === "string" ? kept : undefined,
  );
  return (
    <input aria-label="Box" value={value} onChange={(event) => setValue(event.target.value)} />
  );
}

describe("what is kept over a reload", () => {
  beforeEach(() => sessionStorage.clear());

  it("is there again, and only under its own name", async () => {
    const first = render(<Box name="one" />);
    await userEvent.type(screen.getByLabelText("Box"), "!");
    first.unmount();
    const again = render(<Box name="one" />);
    expect(screen.getByLabelText("Box")).toHaveValue("usual!");
    again.rerender(<Box name="other" />);
    expect(screen.getByLabelText("Box")).toHaveValue("usual");
  });

  it("follows what is usual as long as nothing was typed", () => {
    const shown = render(<Box name="one" usual="" />);
    shown.rerender(<Box name="one" usual="known now" />);
    expect(screen.getByLabelText("Box")).toHaveValue("known now");
  });

  it("leaves nonsense out", () => {
    sessionStorage.setItem("one", "{broken");
    const shown = render(<Box name="one" />);
    expect(screen.getByLabelText("Box")).toHaveValue("usual");
    sessionStorage.setItem("two", "7");
    shown.rerender(<Box name="two" />);
    expect(screen.getByLabelText("Box")).toHaveValue("usual");
  });
});
