// The locale data of a language, from the browser's `Intl`.

import { RECORD, record } from "./records.js";

// Folds a text for comparison, by removing case and accents.
export function folded(text) {
  return text.normalize("NFD").replace(/\p{M}/gu, "").toUpperCase().toLowerCase();
}

// Whether a text as a whole matches an HTML pattern; undefined if the pattern is invalid.
export function matches(pattern, text) {
  try {
    new RegExp(pattern, "v"); // by itself first, so that an unclosed parenthesis is not closed by the wrapper
    return new RegExp(`^(?:${pattern})$`, "v").test(text);
  } catch { return undefined; }
}

export const isUrl = (text) => URL.canParse(text);

// The locale data of a language, in the records read by `world.rs`.
export function world(language) {
  const numbers = new Intl.NumberFormat(language, { useGrouping: true });
  const parts = numbers.formatToParts(-12345678.9);
  const part = (type, otherwise) => parts.find((part) => part.type === type)?.value.replace(/[\u200e\u200f\u061c]/g, "") || otherwise;
  const bare = new Intl.NumberFormat(language, { useGrouping: false });
  const dates = (options, days) => days.map((day) => new Intl.DateTimeFormat(language, { timeZone: "UTC", calendar: "gregory", ...options }).format(day));
  const months = Array.from({ length: 12 }, (_, month) => new Date(Date.UTC(2026, month, 15)));
  const weekdays = Array.from({ length: 7 }, (_, day) => new Date(Date.UTC(2026, 5, 1 + day))); // a Monday
  const locale = new Intl.Locale(language);
  const firstDay = (locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay ?? 1;
  const direction = (locale.getTextInfo?.() ?? locale.textInfo)?.direction ?? "ltr";
  return [
    Array.from({ length: 10 }, (_, digit) => bare.format(digit)),
    [part("decimal", "."), part("group", ""), part("minusSign", "-")],
    dates({ month: "long" }, months),
    dates({ month: "short" }, months),
    dates({ weekday: "long" }, weekdays),
    dates({ weekday: "short" }, weekdays),
    [firstDay, direction],
  ].map((fields) => record(...fields)).join(RECORD);
}

// Today's date in the local time zone, not in UTC.
export function today() {
  const now = new Date();
  return [[now.getFullYear(), 4], [now.getMonth() + 1, 2], [now.getDate(), 2]].map(([part, digits]) => String(part).padStart(digits, "0")).join("-");
}
