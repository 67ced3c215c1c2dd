// HTML's global attributes about typing and on-screen keyboards. On an element they apply to the field inside it.

export const TYPING = ["autocapitalize", "autocorrect", "enterkeyhint", "inputmode", "spellcheck", "writingsuggestions"];

// By field: what is drawn there by default, of the attributes that the page has set.
const defaults = new WeakMap();

export function passTyping(element, shadow) {
  const isSet = TYPING.some((name) => element.hasAttribute(name));
  for (const field of shadow.querySelectorAll("input, textarea")) {
    if (!isSet && !defaults.has(field)) continue;
    const drawn = defaults.get(field) ?? new Map(TYPING.map((name) => [name, field.getAttribute(name)]));
    defaults.set(field, drawn);
    for (const [name, byDefault] of drawn) {
      const value = element.getAttribute(name) ?? byDefault;
      if (value === null) field.removeAttribute(name);
      else field.setAttribute(name, value);
    }
  }
}

// Draws one of these attributes on a field.
export function drawTyping(element, field, name, value) {
  defaults.get(field)?.set(name, value);
  field.setAttribute(name, element.getAttribute(name) ?? value);
}
