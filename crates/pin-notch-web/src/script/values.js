// Conversion between values of scripts and texts of attributes. The type of an attribute is given by its
// mark in the table: "?" for a boolean, "#" a number, "@" a day, month, week or time, "," several values,
// "/" two days.

const one = (text) => /^$|[",]|^\s|\s$/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;

// Several texts in one, as in the attribute.
export function joined(values, mark) {
  return mark === "," ? values.map(one).join(",") : values.join("/");
}

export function split(text, mark) {
  if (mark === "/") return text.split("/");
  if (mark !== ",") return text === "" ? [] : [text];
  return (text.match(/\s*"(?:[^"]|"")*"\s*|[^,]+/g) ?? []).map((part) => part.trim()).map((part) => part.startsWith('"') ? part.slice(1, -1).replaceAll('""', '"') : part);
}

// The text of an attribute for a value assigned by a script; `undefined` to remove the attribute.
export function written(value, mark, tag) {
  if (value === undefined || value === null || Number.isNaN(value)) return undefined;
  if (value instanceof Date) return dateText(value, tag);
  if (typeof value === "object" && value[Symbol.iterator]) return joined(Array.from(value, (one) => written(one, "", tag) ?? ""), mark);
  return String(value);
}

const DAY = 86_400_000;

// This day of January, in milliseconds. (`Date.UTC` takes a year below 100 for one of the twentieth century.)
const january = (year, day) => new Date(0).setUTCFullYear(year, 0, day);

// A date as the text of an element of this kind, in UTC like HTML's `valueAsDate`.
function dateText(date, tag) {
  if (Number.isNaN(date.getTime())) return undefined;
  // The year may have more than four digits.
  const [day, time] = date.toISOString().slice(0, -1).split("T");
  switch (tag) {
    case "notch-month": return day.slice(0, -3);
    case "notch-week": return weekText(date);
    case "notch-time": return shortened(time);
    case "notch-date-time": return `${day}T${shortened(time)}`;
    default: return day;
  }
}

const shortened = (time) => time.replace(/(:00)?\.000$/, "");

// The week of https://html.spec.whatwg.org/multipage/common-microsyntaxes.html#weeks: that of its Thursday.
function weekText(date) {
  const weekday = (date.getUTCDay() + 6) % 7;
  const thursday = new Date(date.getTime() + (3 - weekday) * DAY);
  const year = thursday.getUTCFullYear();
  const week = Math.floor((thursday.getTime() - january(year, 1)) / (7 * DAY)) + 1;
  return `${String(year).padStart(4, "0")}-W${String(week).padStart(2, "0")}`;
}

// The elements with `valueAsNumber`, and its meaning: HTML's "convert a string to a number".
export const AS_NUMBER = {
  "notch-slider": Number, "notch-rating": Number, "notch-stepper": Number,
  "notch-date": Date.parse,
  "notch-month": (text) => (Number(text.slice(0, 4)) - 1970) * 12 + Number(text.slice(5)) - 1,
  "notch-week": (text) => {
    const january4 = january(Number(text.slice(0, 4)), 4);
    const monday = january4 - ((new Date(january4).getUTCDay() + 6) % 7) * DAY;
    return monday + (Number(text.slice(6)) - 1) * 7 * DAY;
  },
  "notch-time": (text) => Date.parse(`1970-01-01T${text}Z`),
  "notch-date-time": (text) => Date.parse(`${text}Z`),
};

// The text of a number: the inverse.
export function numberText(number, tag) {
  if (AS_NUMBER[tag] === Number) return String(number);
  if (tag !== "notch-month") return dateText(new Date(number), tag) ?? "";
  return dateText(new Date(Date.UTC(1970, number)), tag) ?? "";
}

// The elements with `valueAsDate`, as in HTML.
export const AS_DATE = ["notch-date", "notch-month", "notch-week", "notch-time"];

export function dateOf(text, tag) {
  if (text === "") return null;
  return tag === "notch-month" ? new Date(`${text}-01T00:00:00Z`) : new Date(AS_NUMBER[tag](text));
}
