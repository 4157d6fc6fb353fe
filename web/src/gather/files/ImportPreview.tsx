import type { ReactNode } from "react";
import type { Schemas } from "../../api/client";
import { Checkbox } from "../../parts/Checkbox";
import { exact, plural } from "../../parts/format";
import { Select } from "../../parts/Select";
import { columnsOf, countriesSaid, leftOver, meaningOf, remapped } from "./fileColumns";

const SELECT = "h-[26px] w-full rounded-md border border-bar bg-sheet px-1";

/** The first rows of a file with what each column was taken for; sheet, heading and columns can
 * be put right. */
export function ImportPreview({
  file,
  busy,
  onRead,
  children,
}: {
  file: Schemas["FileOut"];
  busy: boolean;
  onRead: (read: Schemas["ReadIn"]) => void;
  /** What else is asked of the file, above its rows. */
  children?: ReactNode;
}) {
  const columns = columnsOf(file);
  const bad = new Map(file.refused.map((refused) => [refused.number, refused.message]));
  const read = (changed: Partial<Schemas["ReadIn"]>) =>
    onRead({
      sheet: file.sheet,
      heading: file.heading,
      mapping: file.mapping,
      titles: file.titles,
      notes: file.notes,
      all_countries: file.all_countries,
      ...changed,
    });
  return (
    <>
      <div className="flex flex-wrap items-center gap-4 pb-3">
        <p className="min-w-0 flex-1 truncate">
          <strong>{file.name}</strong>{" "}
          <span className="text-ink-2">
            {file.kind}
            {file.encoding && `, ${file.encoding}`}
          </span>
        </p>
        {file.sheets.length > 1 && (
          <label className="flex items-center gap-2">
            Sheet
            <Select
              value={file.sheet}
              disabled={busy}
              onChange={(value) =>
                read({ sheet: value, heading: null, mapping: null, notes: null })
              }
              className="h-[26px] rounded-md border border-bar bg-sheet px-1"
            >
              {file.sheets.map((sheet) => (
                <option key={sheet}>{sheet}</option>
              ))}
            </Select>
          </label>
        )}
        <label className="flex items-center gap-2">
          Heading row
          <input
            type="number"
            min={0}
            max={200}
            value={file.heading}
            disabled={busy}
            onChange={(event) =>
              read({ heading: Number(event.target.value) || 0, mapping: null, notes: null })
            }
            className="h-[26px] w-[58px] rounded-md border border-bar bg-sheet px-2"
          />
          <span className="text-xs text-quiet">0: none</span>
        </label>
      </div>
      {children}
      {(file.left_out > 0 || file.titles) && (
        <label className="flex items-center gap-2 pb-3">
          <Checkbox checked={file.titles} disabled={busy} onChange={(titles) => read({ titles })} />
          {file.titles
            ? "Titles, totals and notes are imported as keywords too"
            : `Import the ${plural(file.left_out, "title, total or note", "titles, totals and notes")} as keywords too`}
        </label>
      )}
      {countriesSaid(file) && (
        <p className="flex flex-wrap items-center gap-x-4 pb-3">
          {countriesSaid(file)}
          {file.countries.includes(file.country) && (
            <label className="flex items-center gap-2">
              <Checkbox
                checked={file.all_countries}
                disabled={busy}
                onChange={(all_countries) => read({ all_countries })}
              />
              Import all countries, added up
            </label>
          )}
        </p>
      )}
      {leftOver(file).map((sentence) => (
        <p key={sentence} className="pb-2 text-xs text-quiet">
          {sentence}
        </p>
      ))}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: keys must reach what scrolls */}
      <div tabIndex={0} className="max-h-[46vh] overflow-auto border-y border-hairline">
        <table className="w-full border-collapse">
          <thead className="sticky top-0 bg-sheet">
            <tr>
              <th scope="col" className="w-[46px] px-2 text-left text-2xs font-normal text-quiet">
                Row
              </th>
              {columns.map((column) => (
                <th
                  key={column.number}
                  scope="col"
                  className="min-w-[112px] px-1 py-2 text-left font-normal"
                >
                  <span
                    className="block truncate pb-1 text-xs text-quiet"
                    title={column.heading || undefined}
                  >
                    {column.heading || `Column ${column.number + 1}`}
                    {file.types[column.number] && `: ${file.types[column.number]}`}
                  </span>
                  <Select
                    label={`Column ${column.number + 1} is`}
                    disabled={busy}
                    value={meaningOf(file, column.number)}
                    onChange={(value) => read(remapped(file, column.number, value))}
                    className={`${SELECT}
                      ${meaningOf(file, column.number) ? "font-semibold" : "text-quiet"}`}
                  >
                    <option value="">ignored</option>
                    {file.meanings.map((meaning) => (
                      <option key={meaning.id} value={meaning.id} title={meaning.about}>
                        {meaning.name}
                      </option>
                    ))}
                  </Select>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {file.rows.map((row) => (
              <tr
                key={row.number}
                className={`border-t border-hairline
                  ${bad.has(row.number) ? "bg-persimmon-wash" : ""}`}
              >
                <td className="px-2 text-xs text-quiet">{exact(row.number)}</td>
                {columns.map((column) => (
                  <td key={column.number} className="max-w-[240px] truncate px-2 py-1">
                    {row.cells[column.number]}
                    {column.number === (file.mapping.keyword ?? 0) && bad.has(row.number) && (
                      <span className="block truncate text-xs text-persimmon-text">
                        {bad.get(row.number)}
                      </span>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}
