// The values of a form as JSON, with every digit, and as a script assigns them.

import { CHECKED } from "./elements.js";
import { putNatives } from "./natives.js";
import { written } from "./values.js";

// One record for each field: its name, a letter for the kind of its value, and the texts of the value.
// `countsRows` says whether a field with this name holds the number of rows; the fields in rows come after it.
export function jsonOf(values, countsRows) {
  const all = [], rows = new Map();
  for (const [name, letter, ...texts] of values) {
    const [, of, row, field] = /^(.*?)\.(\d+)\.(.*)$/.exec(name) ?? [];
    const place = rows.get(of)?.[row - 1];
    if (place) place.push([field, one(letter, texts)]);
    else if (countsRows(name)) {
      rows.set(name, Array.from({ length: Number(texts[0]) }, () => []));
      all.push([name, rows.get(name)]);
    } else all.push([name, one(letter, texts)]);
  }
  return members(all.map(([name, json]) => [name, typeof json === "string" ? json : `[${json.map(members)}]`]));
}

const members = (fields) => `{${fields.map(([name, json]) => `${JSON.stringify(name)}:${json}`)}}`;

function one(letter, texts) {
  const all = texts.map((text) => letter === "n" || letter === "p" ? text : JSON.stringify(text));
  if (letter === "b") return texts.length ? String(texts[0] === "1") : "null";
  if (letter === "l") return `[${all}]`;
  if (texts.length === 0) return "null";
  return letter === "p" || letter === "d" ? `[${all}]` : all[0];
}

// The name and the value of each field. The fields of rows come after the number of rows. What cannot be rows is noted.
export function fieldsIn(values, countsRows, note) {
  const inRows = (name, rows) => rows.flatMap((row, at) => Object.entries(row).map(([field, value]) => [`${name}.${at + 1}.${field}`, value]));
  return Object.entries(values ?? {}).flatMap(([name, value]) => {
    if (!countsRows(name)) return [[name, value]];
    const rows = value ?? [];
    if (Array.isArray(rows) && rows.every((row) => row && typeof row === "object")) return [[name, rows.length], ...inRows(name, rows)];
    note(`"${name}" takes a list of objects, one for each row`);
    return [];
  });
}

// Assigns a value to a field.
export function assign({ elements, isNative }, value) {
  const [element] = elements, all = [value ?? []].flat();
  if (CHECKED.includes(element.localName)) element.checked = Boolean(value);
  else if (!isNative) element.values = all;
  else if (typeof value === "boolean") putNatives(elements, value ? [element.value] : []);
  else putNatives(elements, all.map((one) => written(one, "", element.localName)));
}
