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

// Content that does not count under the conditions of its form.
const uncounted = new WeakSet();
export const counts = (container) => !uncounted.has(container);
const CONDITIONAL = "[data-only-if]";
const isInUncounted = (element) => {
  const container = element?.closest(CONDITIONAL);
  return Boolean(container) && (!counts(container) || isInUncounted(container.parentElement));
};
const SENDING = "button:is(:not([type]), [type=submit]), input[type=submit]";

// Whether content counts.
export function countContent(container, on) {
  if (counts(container) === on) return;
  uncounted[on ? "delete" : "add"](container);
  countButtons(container);
}
// Enter in a field presses the first button that sends the form, even if it is hidden. Buttons in content that does not
// count are no such buttons meanwhile.
export function countButtons(root) {
  for (const button of [root, ...root.querySelectorAll("button, input")]) {
    const isOff = isInUncounted(button);
    if (isOff && button.matches(SENDING)) {
      button.setAttribute(UNCOUNTED, button.getAttribute("type") ?? "");
      button.type = "button";
    } else if (!isOff && button.type === "button" && button.hasAttribute(UNCOUNTED)) {
      const was = button.getAttribute(UNCOUNTED);
      if (was) button.type = was;
      else button.removeAttribute("type");
      button.removeAttribute(UNCOUNTED);
    }
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
