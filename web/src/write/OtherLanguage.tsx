import { useQuery } from "@tanstack/react-query";
import { Problem } from "../api/client";
import { Button } from "../parts/Button";
import { INPUT } from "../parts/Field";
import { lookups, plural } from "../parts/format";
import { Select } from "../parts/Select";
import { useSay } from "../parts/toasts";
import { LANGUAGES, languageName } from "../shared/locales";
import { useChange } from "../shared/useChange";
import { askTerms, priceTerms } from "./changes";
import type { Desk } from "./queries";

/** Tags in another language besides: what they cost is said before they are asked for. */
export function OtherLanguage({
  projectId,
  desk,
  into,
  onInto,
  onKnown,
}: {
  projectId: number;
  desk: Desk;
  into: string;
  onInto: (into: string) => void;
  onKnown: () => void;
}) {
  const price = useQuery({
    queryKey: ["terms price", projectId, desk.piece.id, into],
    queryFn: () => priceTerms(projectId, desk.piece.id, into),
    enabled: into !== "",
    retry: false,
  });
  const say = useSay();
  const ask = useChange(projectId, () => askTerms(projectId, desk.piece.id, into), {
    done: (out) => {
      say(`${plural(out.known, "phrase")} translated.`);
      onKnown();
    },
    failed: (problem) => say(problem.message, { bad: true }),
  });
  return (
    <>
      <span className="flex w-[150px] flex-col">
        <span className="text-quiet">Tags in another language</span>
        <Select
          label="Another language for tags"
          value={into}
          onChange={onInto}
          className={`${INPUT} !h-[28px]`}
        >
          <option value="">no other language</option>
          {LANGUAGES.filter((code) => code !== desk.language).map((code) => (
            <option key={code} value={code}>
              {languageName(code)}
            </option>
          ))}
        </Select>
      </span>
      {into && price.data && price.data.price > 0 && (
        <Button
          className="!h-[28px] text-xs"
          disabled={ask.isPending}
          onClick={() => ask.mutate(undefined)}
        >
          Ask for {plural(price.data.terms, "phrase")}, up to {lookups(price.data.price)}
        </Button>
      )}
      {into && price.error instanceof Problem && (
        <span className="self-center text-ink-2">{price.error.message}</span>
      )}
    </>
  );
}
