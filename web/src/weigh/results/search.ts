/** What the address of a results page holds. */
import { z } from "zod";

const price = z.number().nonnegative().optional().catch(undefined);
const word = z.string().max(200).default("").catch("");

export const DEPTHS = [10, 50, 100] as const;
export const resultsSearch = z.object({
  keyword: z.number().int().positive().optional().catch(undefined),
  outlet: z.number().int().positive().optional().catch(undefined),
  depth: z.number().int().min(1).max(200).default(10).catch(10),
  material: word,
  category: word,
  without: word,
  price_from: price,
  price_to: price,
  without_own: z.boolean().default(false).catch(false),
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
