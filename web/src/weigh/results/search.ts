/** What the address of a results page holds. */
import * as z from "zod/mini";
import { id, maybe, orElse, text } from "../../shared/shapes";

const price = maybe(z.number().check(z.nonnegative()));
const word = orElse(text(200), "");

export const DEPTHS = [10, 50, 100] as const;
export const resultsSearch = z.object({
  keyword: maybe(id),
  outlet: maybe(id),
  depth: orElse(z.int().check(z.gte(1), z.lte(200)), 10),
  material: word,
  category: word,
  without: word,
  price_from: price,
  price_to: price,
  without_own: orElse(z.boolean(), false),
});
export const RESULTS_DEFAULTS = {
  depth: 10,
  material: "",
  category: "",
  without: "",
  without_own: false,
};
/** No filter of listings. */
export const ALL_LISTINGS = {
  material: "",
  category: "",
  without: "",
  without_own: false,
  price_from: undefined,
  price_to: undefined,
};
export type ResultsSearch = z.output<typeof resultsSearch>;
