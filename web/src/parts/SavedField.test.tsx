import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { SavedField } from "./SavedField";

describe("a text saved as one leaves it", () => {
  const draw = (given: Partial<Parameters<typeof SavedField>[0]> = {}) => {
    const onSave = vi.fn();
    const field = (value: string) => (
      <SavedField label="Note" most={100} onSave={onSave} {...given} value={value} />
    );
    const { rerender } = render(field("old"));
    return { onSave, become: (value: string) => rerender(field(value)) };
  };
  const box = () => screen.getByRole("textbox", { name: "Note" });

  it("is saved once, without the spaces around it, and only where it changed", async () => {
    const { onSave } = draw();
    await userEvent.type(box(), " and new {Enter}");
    expect(onSave).toHaveBeenCalledExactlyOnceWith("old and new");
    fireEvent.change(box(), { target: { value: "old " } });
    fireEvent.blur(box());
    expect(onSave).toHaveBeenCalledOnce();
  });
  it("keeps several lines as they are", async () => {
    const { onSave } = draw({ lines: 2 });
    await userEvent.type(box(), "{Enter}two ");
    await userEvent.tab();
    expect(onSave).toHaveBeenCalledExactlyOnceWith("old\ntwo ");
  });
  it("comes back where nothing is no answer, and follows what is taken back", async () => {
    const { onSave, become } = draw({ needed: true });
    await userEvent.clear(box());
    await userEvent.tab();
    expect(box()).toHaveValue("old");
    become("older");
    expect(box()).toHaveValue("older");
    expect(onSave).not.toHaveBeenCalled();
  });
});
