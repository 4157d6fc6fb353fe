import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it, vi } from "vitest";
import { LineField, TextField } from "./Field";
import { FormDialog } from "./FormDialog";

type Told = { error?: Error | null; isPending?: boolean; ready?: boolean; confirms?: boolean };
const show = ({ error = null, isPending = false, ...over }: Told = {}) => {
  const heard = { onTake: vi.fn(), onClose: vi.fn() };
  const change = { error, isPending, mutate: heard.onTake };
  render(
    <FormDialog
      title="Taken down"
      take="Follow it no longer"
      change={change}
      onClose={heard.onClose}
      {...over}
    >
      <LineField label="Why" hint="For whoever looks back." value="" onText={() => undefined} />
      <TextField label="More" error="Too long." value="" onText={() => undefined} />
    </FormDialog>,
  );
  return heard;
};
const main = () => screen.getByRole("button", { name: "Follow it no longer" });

it("stands on its first field; Enter takes it, in a text together with Ctrl", async () => {
  const heard = show();
  expect(screen.getByLabelText("Why")).toHaveFocus();
  await userEvent.keyboard("{Enter}");
  expect(heard.onTake).toHaveBeenCalledTimes(1);
  await userEvent.type(screen.getByLabelText("More"), "{Enter}");
  expect(heard.onTake).toHaveBeenCalledTimes(1);
  await userEvent.keyboard("{Control>}{Enter}{/Control}");
  expect(heard.onTake).toHaveBeenCalledTimes(2);
});

it("takes nothing while it is not ready or under way, by whatever way", () => {
  const heard = show({ ready: false });
  expect(main()).toBeDisabled();
  fireEvent.submit(screen.getByLabelText("Why"));
  expect(heard.onTake).not.toHaveBeenCalled();
});

it("is not begun twice", () => {
  const heard = show({ isPending: true });
  expect(main()).toBeDisabled();
  fireEvent.submit(screen.getByLabelText("Why"));
  expect(heard.onTake).not.toHaveBeenCalled();
});

it("says what went wrong, and closes by its button or by Escape", async () => {
  const heard = show({ error: new Error("No such day.") });
  expect(screen.getByText("No such day.")).toHaveAttribute("role", "alert");
  await userEvent.click(screen.getByRole("button", { name: "Cancel" }));
  await userEvent.keyboard("{Escape}");
  expect(heard.onClose).toHaveBeenCalledTimes(2);
});

it("stands on its button where nothing needs to be filled in", () => {
  show({ confirms: true });
  expect(main()).toHaveFocus();
});

it("tells a field's hint, or what is wrong with it, to who cannot see it", () => {
  show();
  expect(screen.getByLabelText("Why")).toHaveAccessibleDescription("For whoever looks back.");
  expect(screen.getByLabelText("More")).toHaveAccessibleDescription("Too long.");
});
