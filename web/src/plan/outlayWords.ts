/** What a plan brings for its hours, said plainly. */
import type { Schemas } from "../api/client";
import { exact, money, plural } from "../parts/format";

type Outlay = Schemas["OutlayOut"];

/** How many times as "3 times" or "1.4 times". */
const times = (n: number): string => `${n < 10 ? n.toFixed(1) : exact(n)} times`;

/** Sentences on the return and the cost of the scheduled pieces; the first is the conclusion. */
export function outlayWords(
  outlay: Outlay,
  currency: string,
  hourValue: number,
  months = 12,
): string[] {
  if (!outlay.hours) return ["Nothing is scheduled yet."];
  if (!outlay.value)
    return [
      `The return of ${outlay.hours === 1 ? "this hour" : `these ${exact(outlay.hours)} hours`} is not known: no scheduled piece has a known worth.`,
    ];
  if (outlay.estimated)
    return [
      `${plural(Math.round(outlay.hours), "hour")} should return between ` +
        `${money(outlay.low, currency)} and ${money(outlay.high, currency)} within ` +
        `${plural(months, "month")}: the results pages of ` +
        `${plural(outlay.estimated, "piece")} are not known, so the chance is estimated.`,
      `At ${money(hourValue, currency)} an hour they cost ${money(outlay.cost, currency)}. Enter ` +
        "results pages, or your own estimates, to find out whether that pays.",
    ];
  const about =
    `about ${money(outlay.value, currency)} within ${plural(months, "month")} ` +
    `(80% range: ${money(outlay.low, currency)} to ${money(outlay.high, currency)})`;
  const anHour = `${money(outlay.value / outlay.hours, currency)} an hour`;
  const few =
    outlay.few_hours < outlay.hours
      ? [
          `${plural(outlay.few, "piece gives", "pieces give")} 80% of this in ` +
            `${plural(Math.round(outlay.few_hours), "hour")}: start with ` +
            `${outlay.few === 1 ? "that one" : "those"}.`,
        ]
      : [];
  const unknown = outlay.unknown
    ? ` ${plural(outlay.unknown, "piece of unknown worth counts", "pieces of unknown worth count")} ` +
      "as zero."
    : "";
  const spent = `${plural(Math.round(outlay.hours), "hour")} should return ${about}, or ${anHour}.${unknown}`;
  if (outlay.pays)
    return [
      spent,
      `At ${money(hourValue, currency)} an hour that is more than the ` +
        `${money(outlay.cost, currency)} they cost.`,
      ...few,
    ];
  const would =
    `It would if a click were worth ${times(outlay.times)} as much` +
    (outlay.few_hours && outlay.few_value >= outlay.few_hours * hourValue
      ? `, or if only the ${plural(outlay.few, "best piece")} were made.`
      : ".");
  return [
    `This plan does not break even in its ${months === 12 ? "first year" : plural(months, "month")}. ${spent}`,
    `At ${money(hourValue, currency)} an hour they cost ${money(outlay.cost, currency)}. ${would}`,
    ...few,
  ];
}
