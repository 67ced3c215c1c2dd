// Describes the form in a page, in the records read by `form/described.rs`.

import { nameOf } from "./around.js";
import { TAGS } from "./elements.js";
import { controlsOf } from "./form-members.js";
import { ports } from "./ports.js";
import { SHARING, isGroup, native } from "./natives.js";
import { record } from "./records.js";

// Input types without a value entered by a person.
const OTHERS = ["submit", "button", "image", "reset", "output", "fieldset", "object"];

const GROUPS = "fieldset, [role=group], [role=radiogroup]";

// The label of a field: for several checkboxes or radio buttons, that of the group around them.
export function labelOf(elements) {
  const [element] = elements;
  if (element.type !== "radio" && elements.length === 1) return labelOfOne(element);
  for (let group = element.closest(GROUPS); group; group = group.parentElement?.closest(GROUPS)) {
    const label = labelOfGroup(group);
    if (label) return label;
  }
  return element.name;
}

const textOf = (node) => node.textContent.trim().replace(/\s+/g, " ");

const labelOfOne = (element) => nameOf(element, [...element.labels ?? []]) || element.name || element.id;
const labelOfGroup = (group) => nameOf(group, [...group.querySelectorAll("legend")].slice(0, 1));

// What nobody but its receiver should know: passwords, even while they are shown, and what is named like this.
// https://html.spec.whatwg.org/multipage/form-control-infrastructure.html#autofill-field
const SECRET = /\b(current-password|new-password|one-time-code|cc-number|cc-csc)\b/i;
const isSecret = (element) => element.type === "password" || SECRET.test(element.getAttribute("autocomplete"));

// The name and the label of a field, whether it is not sent, and whether it is secret.
const called = (name, { elements, isFurther }) => {
  const [element] = elements;
  return [name, labelOf(elements), element.hasAttribute("name") && !isFurther ? "" : 1, isSecret(element) ? 1 : ""];
};

// The records of a field that consists of native controls.
export function nativeField(name, field) {
  const { elements } = field;
  return [record("n", ...called(name, field), isGroup(elements) ? "checkboxes" : elements[0].type), ...native(elements, labelOfOne)];
}

// The fields by name, conditional content, outputs, and the records for all of them.
export function described(root, form) {
  const fields = new Map(), records = [], taken = [];
  for (const element of controlsOf(form)) {
    const isOurs = ports.has(element);
    if (isOurs ? !ports.get(element).machine : OTHERS.includes(element.type) || element.closest(TAGS)) continue;
    const name = element.getAttribute("name") || element.id;
    if (!name) continue;
    const known = fields.get(name);
    // Several radio buttons or checkboxes can share a name. Several other controls with the same name cannot be told
    // apart, and only the first of them has a value in the form; the others are checked, kept and undone like it.
    if (known) {
      const isSame = SHARING.includes(element.type) && element.type === known.elements[0].type;
      if (isSame) known.elements.push(element);
      else {
        taken.push(record("n", name, "", "", "", "text"));
        let at = 2;
        while (fields.has(`${name}#${at}`)) at++;
        fields.set(`${name}#${at}`, { elements: [element], isNative: !isOurs, isFurther: true });
      }
    } else fields.set(name, { elements: [element], isNative: !isOurs });
  }
  for (const [name, field] of fields) {
    const [element] = field.elements;
    if (countsRows(element)) records.push(...rows(name, called(name, field), element, fields));
    else if (field.isNative) records.push(...nativeField(name, field));
    else records.push(record("f", ...called(name, field)));
  }
  // The form notes that the names of these are taken.
  records.push(...taken);
  const containers = [...root.querySelectorAll("[data-only-if]")];
  for (const container of containers) {
    const inside = [...fields].filter(([, { elements }]) => container.contains(elements[0])).map(([name]) => name);
    records.push(record("c", container.dataset.onlyIf, ...inside));
  }
  for (const button of root.querySelectorAll("button[data-preset]")) {
    const values = new Map();
    for (const [name, text] of new URLSearchParams(button.dataset.preset)) values.set(name, [...values.get(name) ?? [], ...text ? [text] : []]);
    records.push(record("p", button.value, textOf(button)));
    for (const [name, texts] of values) records.push(record("q", name, ...texts));
  }
  const outputs = [...root.querySelectorAll("output[data-text]")];
  for (const output of outputs) records.push(record("u", output.dataset.text));
  const of = (element, names) => names.map((name) => element.getAttribute(name) ?? "");
  for (const rule of root.querySelectorAll("notch-rule")) {
    const [holds, field] = of(rule, ["holds", "field"]);
    records.push(record("r", holds, textOf(rule), field, rule.hasAttribute("warns") ? 1 : ""));
  }
  for (const link of root.querySelectorAll("notch-link")) {
    records.push(record("l", ...of(link, ["from", "to", "from-range", "to-range"]), link.hasAttribute("one-way") ? 1 : ""));
  }
  return { fields, containers, outputs, records };
}

// Whether it holds the number of rows.
export const countsRows = (element) => element.type === "hidden" && element.hasAttribute("data-most");

// Rows: their number, and the fields of each, which are named like those of the first.
function rows(name, own, element, fields) {
  const { least = "0", most } = element.dataset, first = `${name}.1.`;
  const fieldset = element.closest("fieldset"), label = fieldset && labelOfGroup(fieldset) || own[1];
  const inside = [...fields.keys()].filter((one) => one.startsWith(first)).map((one) => one.slice(first.length));
  const attributes = [["min", least], ["max", most], ["value", least], ["required", ""]].map(([word, text]) => record("a", word, text));
  return [record("n", name, label, own[2], "", "number"), ...attributes, record("v", element.value), record("g", name, label, least, most, ...inside)];
}
