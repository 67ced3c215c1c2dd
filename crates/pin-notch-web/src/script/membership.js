// What a form changes on its controls, and undoes when they leave it.

import { UNCOUNTED } from "./natives.js";
import { forget } from "./native-problems.js";
import { ports } from "./ports.js";

// Whether it counts under the conditions of the form.
export function count(element, on) {
  const own = ports.get(element);
  if (own) {
    if (own.isCounted !== on) own.tell("count", "", "", Number(on));
    own.isCounted = on;
  } else if (!on && !element.hasAttribute("disabled")) {
    // What the page itself has disabled stays disabled.
    for (const name of ["disabled", UNCOUNTED]) element.setAttribute(name, "");
  } else if (on && element.hasAttribute(UNCOUNTED)) {
    for (const name of ["disabled", UNCOUNTED]) element.removeAttribute(name);
  }
}

// Whether it is dirty, or touched.
export function mark(element, state, on) {
  const own = ports.get(element);
  if (own) own.do_state(state, on);
  else element.toggleAttribute(`data-${state}`, on);
}

// It has left the form, which no longer applies to it.
export function release(element) {
  count(element, true);
  for (const state of ["dirty", "touched"]) mark(element, state, false);
  const own = ports.get(element);
  if (own) for (const word of ["rule", "refused"]) own.tell(word, "");
  else forget(element);
}
