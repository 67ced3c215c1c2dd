// How browsers restore what was entered, when somebody returns to a page.

// How somebody came to this page: by `navigate`, or else by `reload` or `back_forward`, after which browsers restore what
// was entered.
export const navigationType = () => performance.getEntriesByType("navigation")[0]?.type;

// The id of no form. Firefox does not notice that an empty one has gone.
const NO_FORM = "-";

// Runs this while the elements with these tags do not belong to their forms. Firefox finds what was entered in an
// element by its place among those controls of its form that are defined at the time. As kinds of elements are
// defined one after another, some get the same place, and each other's values. Of elements without a form, it
// uses the place in the page.
export function withoutForms(tags, run) {
  const isByPlace = globalThis.CSS?.supports("-moz-appearance", "none");
  const elements = isByPlace ? [...document.querySelectorAll(tags)] : [];
  const forms = elements.map((element) => element.getAttribute("form"));
  for (const element of elements) element.setAttribute("form", NO_FORM);
  run();
  for (const [at, element] of elements.entries()) {
    if (forms[at] === null) element.removeAttribute("form");
    else element.setAttribute("form", forms[at]);
  }
}
