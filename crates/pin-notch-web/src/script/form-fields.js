// The fields of a form in a page, by name: the elements of each (several for radio buttons), and whether they are native.

import { textsOf } from "./natives.js";
import { ports } from "./ports.js";
import { listRecord } from "./records.js";
import { navigationType } from "./restoring.js";

// Whether a script has set the content of this field before the form knew of it. Of a native control, that is certain only
// if nobody has used the page yet, and the browser has not restored what was entered there before.
export function isSetByScript({ elements: [one], isNative }) {
  if (!isNative) return ports.get(one).isAssigned;
  return navigator.userActivation?.hasBeenActive === false && navigationType() === "navigate";
}

export class FormFields extends Map {
  #names = new Map();
  // Content with a condition, and computed outputs.
  containers = [];
  outputs = [];

  // Takes over what is described now. Returns the elements that are no longer among the fields, and the names that
  // are new.
  update({ fields, containers, outputs }) {
    const before = [...this.#names.keys()], names = new Set(this.keys());
    this.clear();
    this.#names.clear();
    for (const [name, field] of fields) {
      this.set(name, field);
      for (const element of field.elements) this.#names.set(element, name);
    }
    [this.containers, this.outputs] = [containers, outputs];
    return { left: before.filter((element) => !this.#names.has(element)), added: [...this.keys()].filter((name) => !names.has(name)) };
  }

  nameOf(element) { return this.#names.get(element); }
  // The first element of a field, or null.
  element(name) { return this.get(name)?.elements[0] ?? null; }
  get elements() { return [...this.#names.keys()]; }

  // Native controls do not tell when a script changes them. These remember what one contains, and return those that contain
  // something else since.
  remember(field) { field.texts = listRecord(textsOf(field.elements)); }
  changedNatives() {
    return [...this].filter(([, { isNative, texts, elements }]) => isNative && texts !== listRecord(textsOf(elements)));
  }

  // The names of the fields with files.
  withFiles() {
    const files = [...this].filter(([, { elements: [{ type, files }] }]) => type === "file" && files.length > 0);
    return files.map(([name]) => name);
  }
}
