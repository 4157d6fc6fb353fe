import { formOf } from "../shared/channels";
import type { Fields } from "./changes";
import type { Desk, Look } from "./queries";

/** How the fields will be seen, cut where they are cut: a drawing of ours, of no one's page. */
export function Preview({ desk, look, fields }: { desk: Desk; look: Look; fields: Fields }) {
  const title = cut(look, "title", fields);
  const description = cut(look, "description", fields);
  if (formOf(desk.form).preview === "result")
    return (
      <div className="border-l-2 border-bar pl-3">
        <p className="truncate text-xs text-quiet">
          {desk.piece.outlet || "your site"} / {fields.address || "…"}
        </p>
        <p className="text-md font-semibold break-words">{title || "No title yet"}</p>
        <p className="text-ink-2 break-words">{description || "No description yet"}</p>
      </div>
    );
  return (
    <div className="flex gap-3">
      <div
        aria-hidden="true"
        className={`shrink-0 border border-hairline bg-trough
          ${formOf(desk.form).preview === "wide" ? "h-[68px] w-[120px]" : "size-[84px]"}`}
      />
      <div className="min-w-0">
        <p className="line-clamp-2 font-semibold break-words">{title || "No title yet"}</p>
        <p className="text-xs text-quiet">{desk.piece.outlet || "your outlet"}</p>
        <p className="line-clamp-2 text-xs text-ink-2 break-words">
          {description || "No description yet"}
        </p>
      </div>
    </div>
  );
}

/** A field as far as it is seen. */
function cut(look: Look, field: string, fields: Fields): string {
  const text = fields[field] ?? "";
  const over = look.measured.filter(
    (one) => one.field === field && one.of === "whole" && one.state === "over" && one.within,
  );
  const shortest = over
    .filter((one) => one.kind !== "best")
    .reduce<string | undefined>(
      (least, one) =>
        least === undefined || one.within.length < least.length ? one.within : least,
      undefined,
    );
  return shortest === undefined ? text : `${shortest.trimEnd()}…`;
}
