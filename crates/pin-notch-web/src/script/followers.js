// Fields that follow a link report it like those in which somebody enters something: with `input` and, when the field that
// they follow is settled, `change`. These events come after those of that field, in a task of their own, because a
// framework has to know of that field first.

import { changesSince, contentsOf, enterAgain } from "./reports.js";

export class Followers {
  #report;
  // By control: what has changed.
  #changes = new Map();
  // The controls that have fired `input`, but not yet `change`.
  #unsettled = new Set();
  #isSettled = false;
  #timer;

  // `report` reports changes by events of these types.
  constructor(report) { this.#report = report; }

  // Notes what this changes in a field.
  note(field, change) {
    const before = contentsOf([field]);
    change();
    for (const one of changesSince(before)) {
      const { content } = this.#changes.get(one.element) ?? one;
      this.#changes.set(one.element, { ...one, content });
    }
    this.#soon();
  }
  // A field has been settled.
  settle() {
    this.#isSettled = true;
    this.#soon();
  }
  // Enters again what a framework has rendered as it was before.
  hold() { for (const change of this.#changes.values()) enterAgain(change); }

  #soon() {
    if (this.#changes.size > 0 || this.#unsettled.size > 0) this.#timer ??= setTimeout(() => this.#now());
    else this.#isSettled = false;
  }
  #now() {
    this.#timer = undefined;
    const changes = [...this.#changes.values()];
    this.#changes.clear();
    for (const { element } of changes) this.#unsettled.add(element);
    this.#report(changes, ["input"]);
    if (!this.#isSettled) return;
    const settled = [...this.#unsettled].map((element) => ({ element }));
    this.#unsettled.clear();
    this.#isSettled = false;
    this.#report(settled, ["change"]);
  }
}
