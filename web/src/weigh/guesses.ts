/** A person's own estimate of a chance, in words. */
import type { Schemas } from "../api/client";

export type Guess = Schemas["GuessIn"]["guess"];

export const GUESSES: readonly { id: Guess; name: string; about: string }[] = [
  { id: "easy", name: "Likely", about: "about an 80% chance" },
  { id: "even", name: "Even", about: "about 50%" },
  { id: "hard", name: "Unlikely", about: "about 10 to 20%" },
  { id: "", name: "No estimate", about: "from the results page, or 50% assumed" },
];

/** What a chance is based on, short; empty where it is the results page itself. */
export const RESTS: Record<Schemas["RowOut"]["chance_from"], string> = {
  "": "",
  page: "",
  file: "from your file",
  guess: "your estimate",
  assumed: "assumed",
};
