// Which changes of the page may change a form.

import { TAGS } from "./elements.js";
import { SHARING } from "./natives.js";

// What a control contains initially. For most of them, a change of these attributes concerns no other.
const INITIAL = ["value", "checked", "selected"];
// A change of these attributes may change the form.
export const WATCHED = {
  subtree: true, childList: true, characterData: true,
  attributeFilter: ["disabled", "readonly", "name", "id", "form", "type", "min", "max", "step", "required", "multiple", "aria-label", "aria-labelledby", "for", "data-only-if", "data-text", "holds", "field", "warns", "from", "to", "from-range", "to-range", "one-way", "data-least", "data-most", "data-part", "data-of", "data-option", "data-preset", ...INITIAL,
    // Frameworks that update the page to new markup also remove what the form has written.
    "hidden", "novalidate", "aria-invalid", "data-dirty", "data-touched"],
};
// Controls around a form may belong to it by their attribute `form`, and fieldsets around it can disable it.
export const WATCHED_AROUND = { subtree: true, childList: true, attributeFilter: ["form", "disabled"] };
// What only the form changes.
const WRITTEN = "output[data-text], [data-problems], [data-warnings]";
const BOXES = "[data-problems], [data-warnings], [data-status], [data-problem]";
// What the form itself writes into the page, or an element contains.
const OWN = `output, ${BOXES}, ${TAGS}`;
export const PRESETS = "button[data-preset]";
const PARTS = `input, select, textarea, option, label, legend, fieldset, notch-rule, notch-link, output, [data-only-if], [data-part], ${PRESETS}, ${TAGS}`;
const NAMING = "label, legend, select, notch-rule";
// In what Chromium puts in place of a text that it translates. If the form wrote its own text again, it would be
// translated again, without end.
const isTranslated = (node) => node.localName === "font";

// Whether a change of the page, not made by the form itself, may change the form, or what it shows.
export function concerns({ type, attributeName, target, addedNodes, removedNodes }) {
  const element = target.nodeType === Node.ELEMENT_NODE ? target : target.parentElement;
  if (type === "attributes") {
    if (element.parentElement?.closest(OWN)) return false;
    if (attributeName === "hidden") return element.matches("[data-only-if]");
    // Choices are known by their values.
    if (INITIAL.includes(attributeName)) return attributeName === "value" && (element.localName === "option" || SHARING.includes(element.type));
    return element.localName !== "button" || attributeName === "data-preset";
  }
  if (element?.closest(WRITTEN)) return ![element, ...addedNodes].some(isTranslated);
  if (!element || element.closest(OWN)) return false;
  const isBox = (node) => node.matches?.(BOXES);
  const isPart = (node) => !isBox(node) && (node.matches?.(PARTS) || node.querySelector?.(PARTS));
  return element.closest(NAMING) || [...addedNodes, ...removedNodes].some(isPart) || [...removedNodes].some(isBox);
}

// Whether it may change what a single control contains initially.
export function concernsInitially({ type, attributeName, target }) {
  if (type === "attributes") return INITIAL.includes(attributeName) && target.type !== "hidden";
  return target.localName === "textarea" || target.parentNode?.localName === "textarea";
}

// The same for a change around the form.
export function concernsFromAround({ type, attributeName, target, addedNodes, removedNodes }) {
  const isBound = (node) => node.matches?.("[form]") || node.querySelector?.("[form]");
  if (type === "attributes") return attributeName === "form" || target.localName === "fieldset";
  return [...addedNodes, ...removedNodes].some(isBound);
}
