// The forms of the page, and what happens to the page as a whole.

import { targetOf } from "./links.js";

// What each form does: `save()` stores its draft; `followAddress()` and `reveal(element)` show the part with what the address
// names, or with this element; `print(isPrinting)` shows all parts meanwhile.
export const living = new Set();

const each = (act) => { for (const form of living) act(form); };
globalThis.addEventListener?.("pagehide", () => each((form) => form.save()));
globalThis.addEventListener?.("hashchange", () => each((form) => form.followAddress()));
globalThis.addEventListener?.("beforeprint", () => each((form) => form.print(true)));
globalThis.addEventListener?.("afterprint", () => each((form) => form.print(false)));
// A link to something in a part of a form shows this part, before it is followed.
globalThis.document?.addEventListener("click", (event) => {
  const target = living.size > 0 && targetOf(event);
  if (target) each((form) => form.reveal(target));
}, true);
