// The browser's own controls as fields of a form: their contents, and what only the browser knows of them.

import { putFiles, textOf } from "./files.js";
import { found } from "./native-problems.js";
import { listRecord, record } from "./records.js";
import { resetCopies } from "./reset-copies.js";

// Input types of which several can share a name.
export const SHARING = ["checkbox", "radio"];
// Marks native controls that the form has disabled because they do not count under its conditions. It is an attribute
// so that a copy of the form enables them again.
export const UNCOUNTED = "data-uncounted";
const isUncounted = (element) => element.hasAttribute(UNCOUNTED);

// The values of these native controls, which have the same name.
export function textsOf(elements) {
  const [one] = elements;
  if (SHARING.includes(one.type)) return elements.filter(({ checked }) => checked).map(({ value }) => value);
  // In a single choice, an option without a value means none.
  if (one.localName === "select") return [...one.selectedOptions].map(({ value }) => value).filter((value) => one.multiple || value);
  const text = one.type === "file" ? textOf(one.files) : String(one.value ?? "");
  return text === "" ? [] : [text];
}

// Sets a property as the browser does. Some frameworks put a property of their own in its way, by which they take what
// is set for a change made by themselves.
const set = (element, property, value) => {
  if (!Reflect.set(Object.getPrototypeOf(element), property, value, element)) element[property] = value;
};

// Sets the values of these controls.
export function putNatives(elements, values) {
  const [value = ""] = values;
  for (const element of elements) {
    if (SHARING.includes(element.type)) set(element, "checked", values.includes(element.value));
    else if (element.type === "select-multiple") for (const option of element.options) option.selected = values.includes(option.value);
    else if (element.type === "file") putFiles(element, value);
    else if (element.value !== value) set(element, "value", value);
  }
}

// Several checkboxes with the same name are a single field with a list of values.
export const isGroup = (elements) => elements.length > 1 && elements[0].type === "checkbox";

// Whether only the browser knows if a value is missing: of checkboxes in a group, each can be required, and an empty
// option of a select is a value unless it is the placeholder label option.
// https://html.spec.whatwg.org/multipage/form-elements.html#placeholder-label-option
const isMissingByBrowser = (elements) => {
  const [{ type, size, options }] = elements;
  return isGroup(elements) || type === "select-one" && !(size <= 1 && options[0]?.value === "" && options[0].parentNode === elements[0]);
};

// All other constraints on a day, a time or a text are checked by the browser.
const ATTRIBUTES = { number: ["min", "max", "step"], range: ["min", "max", "step"], checkbox: ["value", "checked"] };

// The values that these controls get when the browser resets them.
function resetTexts(elements) {
  const own = elements[0].getAttribute("value");
  // A copy of a custom element of the page would run its script.
  if (elements[0].localName.includes("-")) return own ? [own] : [];
  return textsOf(resetCopies(elements));
}

// Whether the browser has not just reset them. Custom elements of the page may not know what a reset is.
export const isEntered = (elements) => !elements[0].localName.includes("-") && listRecord(textsOf(elements)) !== listRecord(resetTexts(elements));

// By the first control of a field: what it contained initially.
const known = new WeakMap();

// What these controls contained initially. Frameworks that keep the values themselves also write into the attributes
// what somebody has just entered, which is not initial.
function initialTexts(elements) {
  const [one] = elements, texts = resetTexts(elements);
  const isMirrored = one.hasAttribute("data-dirty") && listRecord(texts) === listRecord(textsOf(elements));
  if (!isMirrored || !known.has(one)) known.set(one, texts);
  return known.get(one);
}

// The records of these controls: attributes, options and values.
export function native(elements, labelOf) {
  const [one] = elements, records = [];
  const isSeveral = one.type === "radio" || isGroup(elements);
  if (/time/.test(one.type)) records.push(record("a", "step", "any"));
  // https://html.spec.whatwg.org/multipage/input.html#attr-input-min (the step base)
  if (one.type === "range" && !one.hasAttribute("min") && one.hasAttribute("value")) records.push(record("a", "step-base", one.getAttribute("value")));
  for (const name of isSeveral ? [] : ATTRIBUTES[one.type] ?? []) if (one.hasAttribute(name)) records.push(record("a", name, one.getAttribute(name)));
  const enabled = elements.filter((element) => !element.matches(":disabled") || isUncounted(element));
  if (enabled.length === 0) records.push(record("a", "disabled", ""));
  if (!isMissingByBrowser(elements) && elements.some(({ required }) => required)) records.push(record("a", "required", ""));
  if ((enabled.length > 0 ? enabled : elements).every(({ readOnly }) => readOnly)) records.push(record("a", "readonly", ""));
  const options = one.localName === "select" ? [...one.options] : isSeveral ? elements : [];
  for (const option of options) records.push(record("o", option.value, option.text ?? labelOf(option), "", option.disabled && !isUncounted(option) ? 1 : ""));
  const initial = isSeveral || one.type !== "checkbox" ? initialTexts(elements) : [];
  if (initial.length > 0) records.push(record("a", "value", ...initial));
  records.push(listRecord(textsOf(elements)));
  return records;
}

// The first problem of these controls that only the browser knows.
export function wrongNative(elements) {
  // Numbers, and in general whether there is a value, are checked by the machine.
  const isChecked = ({ type, validity }) => type === "number" || (validity.valueMissing && !isMissingByBrowser(elements));
  return elements.map((element) => found(element, isChecked)).find(Boolean);
}
