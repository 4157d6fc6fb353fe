/** What a person can guess about a chance, in words. */
import type { Schemas } from "../api/client";

export type Guess = Schemas["GuessIn"]["guess"];

export const GUESSES: readonly { id: Guess; name: string; about: string }[] = [
  { id: "easy", name: "Easy", about: "page one in eight of ten cases" },
  { id: "even", name: "Even", about: "as likely as not" },
  { id: "hard", name: "Hard", about: "page one in one or two of ten" },
  { id: "", name: "No guess", about: "what was read, or taken for even" },
];

/** What a chance rests on, short; empty where it rests on the page itself. */
export const RESTS: Record<Schemas["RowOut"]["chance_from"], string> = {
  "": "",
  page: "",
  file: "by your file",
  guess: "your guess",
  assumed: "assumed",
};
