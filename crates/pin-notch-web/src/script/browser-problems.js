// What only the browser finds wrong in a form.

import { labelOf } from "./fields.js";

export class BrowserProblems {
  #fields;
  #ports;

  // The fields of the form, and what it does: `refuse(problems)` shows problems by name and text; `form()` is the <form>.
  constructor(fields, ports) { [this.#fields, this.#ports] = [fields, ports]; }

  // These problems that the machine knows, and those of other native controls.
  withNatives(known) {
    const all = [...known], listed = new Set(all.map(({ name }) => name));
    for (const [name, text] of this.#fields.wrongNatives(() => true)) {
      const { elements } = this.#fields.get(name);
      if (!listed.has(name)) all.push({ name, label: labelOf(elements), text, element: elements[0] });
    }
    return all;
  }
  // Whether there are no problems that only the browser knows; otherwise they are shown.
  areNativesRight(isIn = () => true) {
    const wrong = this.#fields.wrongNatives(isIn);
    if (wrong.length > 0) this.#ports.refuse(wrong);
    return wrong.length === 0;
  }
  // Whether nothing is wrong with other controls; otherwise the browser shows the first problem.
  areOthersRight(isIn = () => true) {
    const form = this.#ports.form(), wrong = this.#fields.wrongOther(form, isIn);
    if (wrong?.reportValidity) wrong.reportValidity();
    else if (wrong) form.reportValidity();
    return !wrong;
  }
}
