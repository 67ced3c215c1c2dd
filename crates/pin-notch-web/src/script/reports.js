// Reports changes that a person makes to several fields at once, such as undo. A page may keep the values itself and
// has to know about them.

import { textsOf } from "./natives.js";
import { ports } from "./ports.js";
import { listRecord, record } from "./records.js";

function contentOf(elements) {
  const own = ports.get(elements[0]);
  return own ? record(own.checked, ...own.values) : listRecord(textsOf(elements));
}

// What these fields contain now.
export const contentsOf = (fields) => [...fields].map(({ elements }) => [elements, contentOf(elements)]);

// Each field that contains something else now fires the events of HTML.
export function reportChanges(before) {
  for (const [elements] of before.filter(([elements, content]) => contentOf(elements) !== content)) {
    const own = ports.get(elements[0]), native = elements.find(({ checked }) => checked) ?? elements[0];
    for (const type of ["input", "change"]) {
      if (own) own.fire(type);
      else native.dispatchEvent(new Event(type, { bubbles: true, composed: type === "input" }));
    }
  }
}
