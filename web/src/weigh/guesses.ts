/** A person's own estimate of a chance, in words. */
import type { Schemas } from "../api/client";
import { likely } from "../parts/format";

export type Guess = Schemas["GuessIn"]["guess"];

export const GUESSES: readonly { id: Guess; name: string; about: string }[] = [
  { id: "easy", name: "Likely", about: "about an 80% chance" },
  { id: "even", name: "Even", about: "about 50%" },
  { id: "hard", name: "Unlikely", about: "about 10 to 20%" },
  { id: "", name: "No estimate", about: "from the results page, or estimated" },
];

/** What a chance is based on, short; empty where it is the results page itself. */
const RESTS: Record<Schemas["RowOut"]["chance_from"], string> = {
  "": "",
  page: "",
  file: "from your file",
  guess: "your estimate",
  signs: "estimated from its figures and wording",
  own: "from your position",
};

type Chance = Pick<Schemas["RowOut"], "chance_from" | "chance_low" | "chance_high">;

/** What a chance is based on, with the range of one that is estimated. */
export const restsOn = (row: Chance): string =>
  row.chance_from === "signs" && row.chance_low !== null && row.chance_high !== null
    ? `${likely(row.chance_low)} to ${likely(row.chance_high)}, ${RESTS.signs}`
    : RESTS[row.chance_from];
