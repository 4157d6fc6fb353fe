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
    expect(onSave).toHaveBeenCalledExactlyOnceWith("old and new", "old");
    fireEvent.change(box(), { target: { value: "old " } });
    fireEvent.blur(box());
    expect(onSave).toHaveBeenCalledOnce();
  });
  it("keeps several lines as they are", async () => {
    const { onSave } = draw({ lines: 2 });
    await userEvent.type(box(), "{Enter}two ");
    await userEvent.tab();
    expect(onSave).toHaveBeenCalledExactlyOnceWith("old\ntwo ", "old");
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
  it("keeps what is typed when another window saves meanwhile, and lets one choose", async () => {
    const { onSave, become } = draw();
    await userEvent.type(box(), ", mine");
    become("old, theirs");
    expect(box()).toHaveValue("old, mine");
    await userEvent.tab();
    expect(onSave).not.toHaveBeenCalled();
    expect(screen.getByRole("alert")).toHaveTextContent("“old, theirs”");
    await userEvent.click(screen.getByRole("button", { name: "Keep mine" }));
    expect(onSave).toHaveBeenCalledExactlyOnceWith("old, mine", "old, theirs");
    become("old, mine");
    expect(screen.queryByRole("alert")).toBeNull();
  });
  it("takes what another window has where one says so", async () => {
    const { onSave, become } = draw();
    await userEvent.type(box(), ", mine");
    become("");
    expect(screen.getByRole("alert")).toHaveTextContent("changed this to nothing");
    await userEvent.click(screen.getByRole("button", { name: "Take theirs" }));
    expect(box()).toHaveValue("");
    expect(onSave).not.toHaveBeenCalled();
  });
});
