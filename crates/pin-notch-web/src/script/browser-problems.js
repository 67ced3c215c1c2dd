// What only the browser finds wrong in a form.

import { labelOf } from "./fields.js";
import { controlsOf } from "./form-members.js";
import { wrongNative } from "./natives.js";

export class BrowserProblems {
  #fields;
  #ports;

  // The fields of the form, and what it does: `refuse(problems)` shows problems by name and text; `form()` is the <form>.
  constructor(fields, ports) { [this.#fields, this.#ports] = [fields, ports]; }

  // These problems that the machine knows, and those of other native controls.
  withNatives(known) {
    const all = [...known], listed = new Set(all.map(({ name }) => name));
    for (const [name, text] of this.#natives(() => true)) {
      const { elements } = this.#fields.get(name);
      if (!listed.has(name)) all.push({ name, label: labelOf(elements), text, element: elements[0] });
    }
    return all;
  }
  // Whether there are no problems that only the browser knows; otherwise they are shown.
  areNativesRight(isIn = () => true) {
    const wrong = this.#natives(isIn);
    if (wrong.length > 0) this.#ports.refuse(wrong);
    return wrong.length === 0;
  }
  // Whether anything is wrong with other controls.
  isOtherWrong() { return Boolean(this.#other(this.#ports.form(), () => true)); }
  // Whether nothing is wrong with them; otherwise the browser shows the first problem.
  areOthersRight(isIn = () => true) {
    const form = this.#ports.form(), wrong = this.#other(form, isIn);
    if (wrong?.reportValidity) wrong.reportValidity();
    else if (wrong) form.reportValidity();
    return !wrong;
  }

  // The names of native controls that are wrong, with the browser's texts; of those for which `isIn` holds.
  #natives(isIn) {
    const natives = [...this.#fields].filter(([, { elements, isNative }]) => isNative && isIn(elements[0]));
    return natives.map(([name, { elements }]) => [name, wrongNative(elements)]).filter(([, text]) => text);
  }
  // The first control with a problem that is not a field, because it has neither a name nor an id, or that does not tell
  // what is wrong.
  #other(form, isIn) {
    const isField = (element) => this.#fields.nameOf(element) !== undefined && element.validity;
    const isOther = (element) => element.localName !== "fieldset" && !isField(element);
    return [...controlsOf(form)].find((element) => isOther(element) && isIn(element) && element.matches(":invalid") && element.checkVisibility());
  }
}
