import { Scrolls } from "../parts/Scrolls";
import { placeWords } from "./followWords";
import type { Live } from "./queries";

/** Where phrases that are asked for near by stand, seen from each town and on a phone: organic,
 * and the map below it. */
export function PlacesGrid({ live }: { live: Live }) {
  if (!live.elsewhere.length) return null;
  const columns = [...new Set(live.elsewhere.map((each) => nameOf(each.place, each.device)))];
  const phrases = [...new Set(live.elsewhere.map((each) => each.text))];
  const cell = new Map(
    live.elsewhere.map((each) => [`${each.text} ${nameOf(each.place, each.device)}`, each]),
  );
  return (
    <section aria-label="Other places and devices" className="pt-3">
      <h2 className="pb-1 text-lg">Other places and devices</h2>
      <Scrolls label="Positions elsewhere">
        <table className="border border-hairline bg-sheet text-xs">
          <thead>
            <tr className="border-b border-hairline text-quiet">
              <th className="px-2 py-1 text-left font-normal">Keyword</th>
              {columns.map((column) => (
                <th key={column} className="px-2 py-1 text-right font-normal">
                  {column}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {phrases.map((text) => (
              <tr key={text} className="border-b border-hairline last:border-0">
                <th scope="row" className="px-2 py-1 text-left font-normal">
                  {text}
                </th>
                {columns.map((column) => {
                  const each = cell.get(`${text} ${column}`);
                  return (
                    <td key={column} className="px-2 text-right tabular-nums">
                      {each ? placeWords(each.last) : ""}
                      {each && each.on_map !== null && (
                        <span className="block text-quiet">
                          {each.on_map ? `map ${each.on_map}` : "not on the map"}
                        </span>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </Scrolls>
    </section>
  );
}

const nameOf = (place: string, device: string): string =>
  [place, device === "phone" ? "phone" : ""].filter(Boolean).join(", ");
