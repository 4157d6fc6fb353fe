/** What a plan brings for its hours, said plainly. */
import type { Schemas } from "../api/client";
import { exact, money, plural } from "../parts/format";

type Outlay = Schemas["OutlayOut"];

/** How many times as "3 times" or "1.4 times". */
const times = (n: number): string => `${n < 10 ? n.toFixed(1) : exact(n)} times`;

/** Sentences on what the placed pieces bring and cost; the first is the conclusion. */
export function outlayWords(
  outlay: Outlay,
  currency: string,
  hourValue: number,
  months = 12,
): string[] {
  if (!outlay.hours) return ["Nothing is placed yet."];
  if (!outlay.value)
    return [
      `What these ${exact(outlay.hours)} hours bring is not known: no placed piece has a known ` +
        "worth.",
    ];
  const about =
    `about ${money(outlay.value, currency)} by the end of the ${months} months ` +
    `(80% sure: ${money(outlay.low, currency)} to ${money(outlay.high, currency)})`;
  const anHour = `${money(outlay.value / outlay.hours, currency)} for each hour`;
  const few =
    outlay.few_hours < outlay.hours
      ? [
          `${plural(outlay.few, "piece brings", "pieces bring")} four fifths of it in ` +
            `${plural(Math.round(outlay.few_hours), "hour")}: begin with ` +
            `${outlay.few === 1 ? "that one" : "those"}.`,
        ]
      : [];
  const unknown = outlay.unknown
    ? ` ${plural(outlay.unknown, "piece of unknown worth counts", "pieces of unknown worth count")} ` +
      "as nothing."
    : "";
  const spent = `${plural(Math.round(outlay.hours), "hour")} bring ${about}, ${anHour}.${unknown}`;
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
    `${months === 12 ? "In its first year" : `In its ${months} months`} this plan does not pay. ${spent}`,
    `At ${money(hourValue, currency)} an hour they cost ${money(outlay.cost, currency)}. ${would}`,
    ...few,
  ];
}
