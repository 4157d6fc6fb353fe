/** Numbers and dates in words: every figure on the screen passes through here. */
export const MONTHS = [
  "Jan",
  "Feb",
  "Mar",
  "Apr",
  "May",
  "Jun",
  "Jul",
  "Aug",
  "Sep",
  "Oct",
  "Nov",
  "Dec",
] as const;
const LONG_MONTHS = [
  "January",
  "February",
  "March",
  "April",
  "May",
  "June",
  "July",
  "August",
  "September",
  "October",
  "November",
  "December",
] as const;
const whole = new Intl.NumberFormat("en-GB", { maximumFractionDigits: 0 });

/** A count to three figures: 28,342 reads 28,300, for no estimate knows better. */
export function count(value: number): string {
  if (value > 0 && value < 0.5) return "<1";
  if (value < 1000) return whole.format(value);
  const digits = 10 ** (Math.floor(Math.log10(value)) - 2);
  return whole.format(Math.round(value / digits) * digits);
}

/** What is known of some figures together; null where none is known. */
export function sumOf(values: readonly (number | null)[]): number | null {
  const known = values.filter((value) => value !== null);
  return known.length ? known.reduce((sum, value) => sum + value, 0) : null;
}

/** A count that was counted, to the unit. */
export const exact = (value: number): string => whole.format(value);

const ONE_PLACE = new Intl.NumberFormat("en-GB", { maximumFractionDigits: 1 });
/** Lookups that are left, to the tenth, as they are counted. */
export const tenths = (value: number): string => ONE_PLACE.format(value);

/** A number of lookups: prices go down to a tenth. */
export const lookups = (value: number): string =>
  `${value < 10 && !Number.isInteger(value) ? value.toFixed(1) : exact(Math.ceil(value))} ` +
  `${value === 1 ? "lookup" : "lookups"}`;

export function money(value: number, currency: string): string {
  if (value > 0 && value < 0.005) return `<${currency}0.01`;
  return value < 10 ? `${currency}${value.toFixed(2)}` : `${currency}${count(value)}`;
}

/** A share in per cent; what is neither nothing nor all is never shown as either. */
export function percent(share: number): string {
  if (share > 0 && share < 0.005) return "<1%";
  if (share < 1 && share >= 0.995) return ">99%";
  return `${Math.round(share * 100)}%`;
}

/** A chance in per cent: an estimate is never sure, whatever it was rounded to. */
export const likely = (chance: number): string => percent(Math.min(0.999, Math.max(0.001, chance)));

/** A yearly change with its sign: +18%, −3%, 0%. */
export function change(share: number): string {
  const rounded = Math.round(share * 100);
  return rounded === 0 ? "0%" : `${rounded > 0 ? "+" : "−"}${Math.abs(rounded)}%`;
}

export const monthName = (month: number): string => LONG_MONTHS[month - 1] ?? "";

/** A day as "2 June", with the year where it is not this one. */
export function day(iso: string, now: Date = new Date()): string {
  const [year, month, date] = iso.split("-").map(Number) as [number, number, number];
  const text = `${date} ${MONTHS[month - 1]}`;
  return year === now.getFullYear() ? text : `${text} ${year}`;
}

/** The time of day of a moment, as "09:05". */
export function clock(moment: string): string {
  const at = new Date(moment);
  const two = (n: number) => String(n).padStart(2, "0");
  return `${two(at.getHours())}:${two(at.getMinutes())}`;
}

/** The day of something that has been done; one that is still to come was noted by a clock that
 * was ahead, and is not told as past. */
export function doneOn(iso: string, now: Date = new Date()): string {
  const pad = (n: number) => String(n).padStart(2, "0");
  const today = `${now.getFullYear()}-${pad(now.getMonth() + 1)}-${pad(now.getDate())}`;
  const ahead = iso.slice(0, 10) > today;
  return ahead ? `${day(iso, now)}, by a clock that was ahead` : day(iso, now);
}

const MOMENT = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
/** A day and the time of day. */
export const moment = (iso: string): string => MOMENT.format(new Date(iso));

export const plural = (n: number, one: string, many = `${one}s`): string =>
  `${exact(n)} ${n === 1 ? one : many}`;

/** Seconds left as words, from how far a job is and since when. */
export function timeLeft(done: number, total: number, seconds: number): string {
  if (done === 0 || done >= total) return "";
  const left = (seconds / done) * (total - done);
  return left < 60
    ? `about ${Math.max(1, Math.round(left))} s left`
    : `about ${Math.round(left / 60)} min left`;
}

/** Length of a volume bar, 0-100, by logarithm: 10 searches are little, 100,000 fill it. */
export const volumeBar = (volume: number): number =>
  Math.min(100, Math.max(3, (Math.log10(volume + 1) / 5) * 100));

/** Shades of a year strip, 0-1, from shares of the year: a month like any other is pale, one with
 * three times its part is full, a quieter one is paler still. An even year is twelve pale cells. */
export function shades(shares: readonly number[]): number[] {
  const total = shares.reduce((sum, share) => sum + share, 0);
  if (!(total > 0)) return shares.map(() => 0);
  return shares.map((share) => {
    const times = (share * shares.length) / total;
    return times <= 1 ? 0.06 + 0.1 * times : Math.min(1, 0.16 + 0.42 * (times - 1));
  });
}

const NTH = ["th", "st", "nd", "rd"];

/** A place: 1st, 2nd, 3rd, 11th. */
export function nth(place: number): string {
  const last = place % 100 > 10 && place % 100 < 14 ? 0 : place % 10;
  return `${place}${NTH[last] ?? "th"}`;
}

/** A text that begins with a capital. */
export const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
