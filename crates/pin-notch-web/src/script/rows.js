// The buttons that add, remove and move rows.

import { countsRows } from "./fields.js";

const ENDING = ".rows";

export class RowButtons {
  #root;
  #fields;

  // The fields by name.
  constructor(root, fields) {
    this.#root = root;
    this.#fields = fields;
  }

  // All of them: the name of the rows, the change, and the row concerned.
  all() {
    const all = [...this.#root.querySelectorAll(`button[name$='${ENDING}']`)].map((button) => {
      const [word, row = ""] = button.value.split(" ");
      return { button, rows: button.name.slice(0, -ENDING.length), word, row: Number(row) };
    });
    return all.filter(({ rows }) => this.counter(rows));
  }
  // The field with the number of rows.
  counter(rows) {
    const element = this.#fields.element(rows);
    return element && countsRows(element) ? element : undefined;
  }
  // Only the buttons with these values change the rows now.
  offer(rows, values) {
    for (const { button } of this.all().filter((one) => one.rows === rows)) {
      const isOff = !values.includes(button.value);
      if (button.disabled !== isOff) button.disabled = isOff;
    }
  }
  // Focuses the row after a change: the first field of a new one, otherwise a button of the row, if possible
  // the same one.
  focus(rows, word, row) {
    const inRow = (one) => one.rows === rows && one.row === row && !one.button.disabled;
    const first = [...this.#fields].find(([name]) => name.startsWith(`${rows}.${row}.`))?.[1].elements[0];
    const buttons = this.all();
    const next = word === "add" ? first : buttons.filter(inRow).sort((one, other) => (other.word === word) - (one.word === word))[0]?.button;
    (next ?? buttons.find((one) => one.rows === rows && one.word === "add")?.button)?.focus();
  }
}
