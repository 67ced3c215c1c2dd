// A reset of a form. The browser resets native controls when all listeners of its event have run, and our elements
// after them. What a script enters before the form applies the consequences is kept.

import { CHECKED } from "./elements.js";
import { isEntered, putNatives, textsOf } from "./natives.js";
import { listRecord, record } from "./records.js";

const contentOf = ({ checked, values }) => record(checked, ...values);

// Enters this in an element.
export function enterContent({ element, tell }, checked, values) {
  if (CHECKED.includes(element.localName)) tell("check", checked);
  else tell("values", listRecord(values));
}

export class Reset {
  #event;
  // By element: what it contained just after it was reset; undefined until then.
  #contents;
  constructor(event, elements) {
    this.#event = event;
    this.#contents = new Map(elements.map((own) => [own]));
  }
  get isPrevented() { return this.#event.defaultPrevented; }
  // An element has been reset.
  done(own) { this.#contents.set(own, contentOf(own)); }
  // Whether all controls have been reset, or no more of them will be.
  isOver(isLate) {
    if (this.#event.eventPhase !== Event.NONE) return false;
    return isLate || this.isPrevented || ![...this.#contents.values()].includes(undefined);
  }
  // What a script has entered since. Returns a function that enters it again.
  entered(fields, tellNative) {
    const natives = [...fields].filter(([, { elements, isNative }]) => isNative && isEntered(elements)).map(([name, field]) => [name, field, textsOf(field.elements)]);
    const others = [...this.#contents].filter(([own, content]) => content !== undefined && contentOf(own) !== content).map(([own]) => [own, own.checked, own.values]);
    return () => {
      for (const [name, field, texts] of natives) {
        putNatives(field.elements, texts);
        tellNative(name, field);
      }
      for (const [own, checked, values] of others) enterContent(own, checked, values);
    };
  }
}
