// Replaces a machine until it is loaded, or permanently if it cannot be: through the native controls inside
// the element, or else by remembering what scripts and attributes set. It computes nothing.

import { FIELD, listRecord, unescaped } from "./records.js";
import { resetCopies } from "./reset-copies.js";
import { joined, split } from "./values.js";

// The values of these native controls.
const valuesOf = (natives) => natives.flatMap((native) => {
  if (native.type === "checkbox" || native.type === "radio") return native.checked ? [native.value] : [];
  if (native.localName === "select") return [...native.selectedOptions].map((option) => option.value).filter(Boolean);
  return native.value === "" ? [] : [native.value];
});

export class StandIn {
  // The calls of scripts, to be repeated on the machine.
  messages = [];
  // Whether somebody has used the native controls, possibly before the script was loaded.
  entered;
  #element;
  #internals;
  // How the value attribute separates several values.
  #mark;
  // The values set last by a script, if any.
  #set;
  #checked;

  constructor(element, internals, mark) {
    this.#element = element;
    this.#internals = internals;
    this.#mark = mark;
    const natives = this.#natives;
    this.entered = natives.length > 0 && listRecord(valuesOf(natives)) !== listRecord(valuesOf(resetCopies(natives)));
    const enter = () => { this.entered = true; };
    element.addEventListener("input", enter);
    element.addEventListener("change", enter);
    this.end = () => {
      element.removeEventListener("input", enter);
      element.removeEventListener("change", enter);
    };
  }

  get #natives() { return [...this.#element.querySelectorAll("input, textarea, select")]; }

  tell(...message) {
    const [what, text] = message;
    if (what === "reset") { this.messages = []; this.#set = this.#checked = undefined; }
    else this.messages.push(message);
    if (what === "value") this.#put(text === "" ? [] : split(text, this.#mark));
    if (what === "values") this.#put(text.split(FIELD).slice(1).map(unescaped));
    if (what === "check") {
      this.#checked = text;
      for (const native of this.#natives) [native.checked, native.indeterminate] = [text === "1", text === "mixed"];
    }
    this.send();
  }

  #put(values) {
    this.#set = values;
    const natives = this.#natives;
    natives.forEach((native, at) => {
      if (native.type === "checkbox" || native.type === "radio") native.checked = values.includes(native.value);
      else if (native.localName === "select") for (const option of native.options) option.selected = values.includes(option.value);
      else native.value = values[at] ?? "";
    });
  }

  get values() {
    const natives = this.#natives;
    if (natives.length === 0) return this.#set ?? split(this.#element.getAttribute("value") ?? "", this.#mark);
    return valuesOf(natives);
  }
  get value() { return joined(this.values, this.#mark); }
  get text() { return this.value; }
  get checked() {
    const [native] = this.#natives;
    if (native) return native.indeterminate ? "mixed" : native.checked ? "1" : "";
    return this.#checked ?? (this.#element.hasAttribute("indeterminate") ? "mixed" : this.#element.hasAttribute("checked") ? "1" : "");
  }

  // If there is no native control to send the value, the element does.
  send() {
    if (this.#natives.length > 0) return;
    const { name } = this.#element;
    const isChecked = this.#element.checked !== undefined;
    const values = !isChecked ? this.values : this.checked === "1" ? [this.#element.value] : [];
    const data = new FormData();
    for (const value of values) data.append(name, value);
    this.#internals.setFormValue(name && values.length > 0 ? data : null);
  }
}
