/** Days and moments as the server takes them: local dates, moments with their offset, the zone by its name. */

/** A date as year, month and day, in local time. */
export function dayOf(date: Date): string {
  const two = (number: number) => String(number).padStart(2, "0");
  return `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
}

export const today = () => dayOf(new Date());

/** The browser's time zone (IANA name). */
export const zone = () => Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC";

const AS_WRITTEN = "en-GB"; // as the reasons and pages of the server write days, wherever the reader lives

/** A day in words: "Tuesday 3 November". */
export function dayInWords(day: string): string {
  return localDay(day).toLocaleDateString(AS_WRITTEN, { weekday: "long", day: "numeric", month: "long" });
}

/** A day as short as it can be told: "3 Nov". */
export const shortDay = (day: string) =>
  localDay(day).toLocaleDateString(AS_WRITTEN, { day: "numeric", month: "short" });

/** A moment in words: "3 Nov, 18:30". */
export const momentInWords = (moment: string) =>
  new Date(moment).toLocaleString(AS_WRITTEN, { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });

/** The date of a day, at noon, so that no clock change moves it. */
export const localDay = (day: string) => new Date(`${day}T12:00:00`);

/** The day so many days after another. */
export function daysAfter(day: string, days: number): string {
  const date = localDay(day);
  date.setDate(date.getDate() + days);
  return dayOf(date);
}

/** The first day of the week of a day, as the locale begins it (1 is Monday, 7 Sunday). */
export function weekOf(day: string, first = firstOfWeek()): string {
  const back = ((((localDay(day).getDay() || 7) - first) % 7) + 7) % 7;
  return daysAfter(day, -back);
}

interface WithWeekInfo {
  getWeekInfo?: () => { firstDay: number };
  weekInfo?: { firstDay: number };
}

/** On which day a week begins here: 1 is Monday, 7 Sunday. */
export function firstOfWeek(language = navigator.language): number {
  const locale = new Intl.Locale(language) as Intl.Locale & WithWeekInfo;
  return (locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay ?? 1;
}
