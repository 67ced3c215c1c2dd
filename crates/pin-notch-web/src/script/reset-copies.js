// What native controls contain by default.

import { resetForm } from "./form-members.js";

// Copies of these controls as the browser resets them.
export function resetCopies(elements) {
  const form = document.createElement("form"), copies = elements.map((element) => element.cloneNode(true));
  // With its attribute, Firefox would keep a copy out of this form.
  for (const copy of copies) copy.removeAttribute("form");
  form.append(...copies);
  resetForm(form);
  return copies;
}
