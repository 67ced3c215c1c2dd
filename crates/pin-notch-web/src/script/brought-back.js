// What a draft has brought back. Until somebody uses the form, what scripts set belongs to its initial values, as without a
// draft, and does not replace what was brought back: a framework may fill the form later, or a record be fetched.

import { countsRows } from "./fields.js";
import { FIELD, RECORD, unescaped } from "./records.js";
import { contentsOf } from "./reports.js";

// How often it is brought back again because of the same field. After that, a script that keeps setting it gets its way.
const MOST = 3;

// Native controls do not tell when a script sets them. For some seconds they are asked this often, in milliseconds.
const INTERVAL = 250;
const DURATION = 10_000;

const contentOf = (field) => JSON.stringify(contentsOf([field]).map(([, , content]) => content));

export class BroughtBack {
  // Those of its records that are brought back again.
  #records;
  #fields;
  #ports;
  // By name: what a field contained when it was brought back; undefined until then, as a framework may add it later.
  #contents = new Map();
  // By name: how often a script has set a field.
  #times = new Map();
  #isWaiting = false;
  #isOver = false;
  #timer;

  // What the form does: `begin(name)` makes what a field contains its initial value, `bringBack(records)` restores these
  // records of a draft, `reported(change)` reports what a change does by the events of each field, and `notice()` notices
  // what scripts have set.
  constructor(draft, fields, ports) {
    [this.#fields, this.#ports] = [fields, ports];
    const nameOf = (one) => unescaped(one.split(FIELD, 1)[0]);
    // What a script sets in a hidden control is meant for this visit.
    const isHidden = (element) => element?.type === "hidden" && !countsRows(element);
    const records = draft.split(RECORD).filter((one) => !isHidden(fields.element(nameOf(one))));
    this.#records = records.join(RECORD);
    for (const name of records.map(nameOf)) this.#contents.set(name, undefined);
    this.#timer = setInterval(() => ports.notice(), INTERVAL);
    setTimeout(() => clearInterval(this.#timer), DURATION);
  }
  bringBack(records = this.#records) {
    this.#ports.reported(() => {
      this.#ports.bringBack(records);
      this.#isWaiting = false;
      for (const name of this.#contents.keys()) {
        const field = this.#fields.get(name);
        if (field) this.#contents.set(name, contentOf(field));
      }
    });
  }
  // A script has set a field. What was brought back stays.
  setByScript(name) {
    if (this.#isOver || !this.#fields.has(name) || this.#contents.get(name) === contentOf(this.#fields.get(name))) return;
    this.#ports.begin(name);
    const times = this.#times.get(name) ?? 0;
    if (!this.#contents.has(name) || this.#isWaiting || times === MOST) return;
    this.#times.set(name, times + 1);
    this.#isWaiting = true;
    queueMicrotask(() => { if (this.#isWaiting) this.bringBack(); });
  }
  // The form has been described again, with these fields added. A framework may also have set others at the same time.
  check(added) {
    for (const name of new Set([...this.#contents.keys(), ...added])) this.setByScript(name);
  }
  // Somebody begins to use the form. What scripts have set just before is replaced too.
  finish() {
    if (this.#isWaiting) this.bringBack();
    this.end();
  }
  // From now on, scripts may replace it.
  end() {
    clearInterval(this.#timer);
    this.#isWaiting = false;
    this.#isOver = true;
  }
}
