import { splitKeyword } from "./keywordWords";

/** A keyword whose seed words are quiet and whose own words are strong. */
export function KeywordText({ text, seedWords }: { text: string; seedWords: ReadonlySet<string> }) {
  let at = 0;
  return (
    <span className="truncate font-semibold">
      {splitKeyword(text, seedWords).map((part) => {
        const key = at;
        at += part.text.length + 1;
        return (
          <span key={key} className={part.quiet ? "font-normal text-quiet" : ""}>
            {key ? " " : ""}
            {part.text}
          </span>
        );
      })}
    </span>
  );
}
