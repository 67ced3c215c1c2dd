// Reports changes that a form makes for a person, such as undo. A page may keep the values itself and has to know about
// them.

import { SHARING, putNatives, textsOf } from "./natives.js";
import { ports } from "./ports.js";
import { listRecord, record } from "./records.js";

function contentOf(element) {
  const own = ports.get(element);
  return own ? record(own.checked, ...own.values) : listRecord(textsOf([element]));
}

// What the controls of these fields contain now.
export const contentsOf = (fields) => [...fields].flatMap(({ elements }) => elements.map((element) => [element, elements, contentOf(element)]));

// What has changed since: each control, what it contained, and the texts that it contains now. Of radio buttons, only the
// chosen one is among them.
export function changesSince(before) {
  const changed = before.filter(([element, , content]) => contentOf(element) !== content);
  const firing = changed.filter(([element, elements]) => element.type !== "radio" || element.checked || !elements.some(({ checked }) => checked));
  return firing.map(([element, , content]) => ({ element, content, texts: textsOf([element]) }));
}

// At the event of another control, a framework may have rendered this one as it still knew it.
export function enterAgain({ element, content, texts }) {
  if (!ports.has(element) && contentOf(element) === content) putNatives([element], texts);
}

// Each of the changed controls fires these events of HTML.
export function report(changes, types = ["input", "change"]) {
  for (const change of changes) {
    const own = ports.get(change.element);
    if (own) for (const type of types) own.fire(type);
    else {
      enterAgain(change);
      reportNative(change.element, types);
    }
  }
}

function reportNative(element, types) {
  // For checkboxes and radio buttons, some frameworks listen to the click. An event that is not one of the mouse does not
  // activate them.
  const isClicked = types.includes("input") && SHARING.includes(element.type) && (element.type === "checkbox" || element.checked);
  for (const type of [...isClicked ? ["click"] : [], ...types]) {
    element.dispatchEvent(new Event(type, { bubbles: true, composed: type !== "change" }));
  }
}
