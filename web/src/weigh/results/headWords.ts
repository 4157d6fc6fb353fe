/** What the head of a results page says besides its conclusion. */
import { count, doneOn, exact, likely, plural } from "../../parts/format";
import type { placeIn } from "../../shared/walk";
import type { PageTold } from "./words";

/** When the page was read, and how much of it. */
function readWords(told: PageTold): string {
  if (!told.read_on) return "results page not fetched";
  const by = told.practice ? "practice page" : "results page";
  const when = told.days_old === 0 ? "today" : `on ${doneOn(told.read_on)}`;
  const how = told.noted ? "entered" : told.in_part ? "imported" : "fetched";
  return `${by} with ${plural(told.depth_read, "result")}, ${how} ${when}`;
}

/** The heading's line: searches, where in the list one is, when the page was read. */
export function about(told: PageTold, place: ReturnType<typeof placeIn>, listed: string): string {
  const { row } = told;
  return [
    row.volume === null
      ? "searches not known"
      : `${row.volume_rough ? "about " : ""}${count(row.volume)} searches a month`,
    place.of ? `${exact(place.at)} of ${exact(place.of)} in ${listed}, ← → to walk` : "",
    readWords(told),
    row.state === "open" ? "" : row.state,
  ]
    .filter(Boolean)
    .join(" · ");
}

/** Difficulty for anyone, chance for us, and what a middling outlet would have: for comparison. */
export function comparison(told: PageTold): string {
  const { row } = told;
  return [
    row.difficulty === null ? "" : `Difficulty ${Math.round(row.difficulty)} for anyone`,
    told.landing ? `${likely(told.landing.page_one)} for you` : "",
    told.middling === null ? "" : `${likely(told.middling)} for an average outlet`,
    told.read_on && told.rests_on < told.first_page
      ? `based on ${told.rests_on} of ${told.first_page} results; the strength of the others is not known`
      : "",
  ]
    .filter(Boolean)
    .join(" · ");
}
