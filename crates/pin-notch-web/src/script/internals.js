// `ElementInternals`, through which an element has a form, labels, a validity and states like HTML's own controls.

function missing() {
  if (!globalThis.document) return "there is no document here";
  const { prototype = {} } = globalThis.ElementInternals ?? {};
  const isThere = "setFormValue" in prototype && globalThis.CSS?.supports("selector(:state(ready))");
  return isThere ? undefined : "this environment has no form-associated custom elements with states";
}
// Why elements cannot become active here, if they cannot. Old browsers are like this, and the environments in which
// programs run their own tests without a browser.
export const obstacle = missing();

// Takes the place of `ElementInternals` where elements cannot become active.
class Substitute {
  states = new Set();
  validity = { valid: true };
  validationMessage = "";
  willValidate = false;
  #element;
  constructor(element) { this.#element = element; }
  get form() { return this.#element.closest("form"); }
  get labels() {
    const isOwn = (label) => label.htmlFor ? label.htmlFor === this.#element.id : label.contains(this.#element);
    return [...this.#element.getRootNode().querySelectorAll("label")].filter(isOwn);
  }
  setFormValue() {}
  checkValidity() { return true; }
  reportValidity() { return true; }
}

export const internalsOf = (element) => obstacle ? new Substitute(element) : element.attachInternals();
