// How numbers and dates are written in a language, as the browser's `Intl` knows it.

import { RECORD, record } from "./records.js";

// A text as it is compared: without case and accents.
export function folded(text) {
  return text.normalize("NFD").replace(/\p{M}/gu, "").toUpperCase().toLowerCase();
}

// Whether the whole of a text matches a pattern as HTML has it; undefined where the pattern is none.
export function matches(pattern, text) {
  try {
    new RegExp(pattern, "v"); // by itself first: an open parenthesis must not find its end in the frame
    return new RegExp(`^(?:${pattern})$`, "v").test(text);
  } catch { return undefined; }
}

export const isUrl = (text) => URL.canParse(text);

// The words of a language, in the records that `world.rs` reads.
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

// Today where the person is, not in Greenwich.
export function today() {
  const now = new Date();
  return [[now.getFullYear(), 4], [now.getMonth() + 1, 2], [now.getDate(), 2]].map(([part, digits]) => String(part).padStart(digits, "0")).join("-");
}
