// Reports changes that a person makes to several fields at once, such as undo. A page may keep the values itself and
// has to know about them.

import { SHARING, putNatives, textsOf } from "./natives.js";
import { ports } from "./ports.js";
import { listRecord, record } from "./records.js";

function contentOf(element) {
  const own = ports.get(element);
  return own ? record(own.checked, ...own.values) : listRecord(textsOf([element]));
}

// What the controls of these fields contain now.
export const contentsOf = (fields) => [...fields].flatMap(({ elements }) => elements.map((element) => [element, elements, contentOf(element)]));

// Each control that contains something else now fires the events of HTML.
export function reportChanges(before) {
  const changed = before.filter(([element, , content]) => contentOf(element) !== content);
  // Of radio buttons, only the chosen one does.
  const firing = changed.filter(([element, elements]) => element.type !== "radio" || element.checked || !elements.some(({ checked }) => checked));
  for (const [element, content, texts] of firing.map(([element, , content]) => [element, content, textsOf([element])])) {
    const own = ports.get(element);
    if (own) for (const type of ["input", "change"]) own.fire(type);
    else {
      // At the event of another control, a framework may have rendered this one as it still knew it.
      if (contentOf(element) === content) putNatives([element], texts);
      reportNative(element);
    }
  }
}

function reportNative(element) {
  // For checkboxes and radio buttons, some frameworks listen to the click. An event that is not one of the mouse does not
  // activate them.
  const isClicked = SHARING.includes(element.type) && (element.type === "checkbox" || element.checked);
  for (const type of [...isClicked ? ["click"] : [], "input", "change"]) {
    element.dispatchEvent(new Event(type, { bubbles: true, composed: type !== "change" }));
  }
}
