/** For tests: choosing in a Select as a person does. */
import { screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";

export async function choose(select: HTMLElement, name: string): Promise<void> {
  await userEvent.click(select);
  await userEvent.click(within(screen.getByRole("listbox")).getByRole("option", { name }));
}
