/** What a piece still lacks, in words and by shape. */
import { plural } from "../parts/format";
import type { Writing } from "./queries";

type Lacks = Pick<
  Writing,
  "begun" | "fields" | "empty" | "missing" | "over" | "failing" | "keywords"
>;

/** The most pressing first: an empty diamond where nothing is written, a half one where something is
 * left, a full one where nothing is. */
export function lackWords(piece: Lacks): { mark: string; words: string; all: string } {
  if (!piece.begun) {
    const words = `Not begun: ${plural(piece.fields, "field")}, ${plural(piece.keywords, "phrase")}`;
    return { mark: "◇", words, all: words };
  }
  const parts = [
    piece.over && `! ${plural(piece.over, "field")} over a limit`,
    piece.missing && `${plural(piece.missing, "phrase")} missing`,
    piece.empty && `${plural(piece.empty, "field")} empty`,
    piece.failing && `${plural(piece.failing, "check")} to do`,
  ].filter((part): part is string => !!part);
  if (!parts.length) return { mark: "◆", words: "Complete", all: "Complete" };
  return { mark: "⬖", words: parts.join(", "), all: parts.join(", ") };
}
