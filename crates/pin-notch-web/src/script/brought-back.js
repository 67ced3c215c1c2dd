// What a draft has brought back. Until somebody uses the form, what scripts set belongs to its initial values, as without a
// draft, and does not replace what was brought back: a framework may fill the form later, or a record be fetched.

import { countsRows } from "./fields.js";
import { FIELD, RECORD, unescaped } from "./records.js";
import { contentsOf } from "./reports.js";

// How often it is brought back again. After that, a script that keeps setting its values gets its way.
const MOST = 3;

const contentOf = (field) => JSON.stringify(contentsOf([field]).map(([, , content]) => content));

export class BroughtBack {
  // The records of the draft.
  draft;
  #fields;
  // By name: what a field contained when it was brought back; undefined until then, as a framework may add it later.
  #contents = new Map();
  #times = 0;
  #isWaiting = false;

  constructor(draft, fields) {
    this.#fields = fields;
    const nameOf = (one) => unescaped(one.split(FIELD, 1)[0]);
    // What a script sets in a hidden control is meant for this visit.
    const isHidden = (element) => element?.type === "hidden" && !countsRows(element);
    const records = draft.split(RECORD).filter((one) => !isHidden(fields.element(nameOf(one))));
    this.draft = records.join(RECORD);
    for (const name of records.map(nameOf)) this.#contents.set(name, undefined);
  }
  // It has been brought back.
  done() {
    this.#isWaiting = false;
    for (const name of this.#contents.keys()) {
      const field = this.#fields.get(name);
      if (field) this.#contents.set(name, contentOf(field));
    }
  }
  // Whether this field still contains what was brought back.
  holds(name) { return this.#contents.get(name) === contentOf(this.#fields.get(name)); }
  // Whether the draft has to be brought back again, because a script has set this field.
  isWanted(name) {
    if (!this.#contents.has(name) || this.#isWaiting || this.#times === MOST) return false;
    this.#times += 1;
    return this.#isWaiting = true;
  }
}
