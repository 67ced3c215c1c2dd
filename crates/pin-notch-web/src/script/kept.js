// Stores what was entered while the tab is open, so that it survives a reload.

import { navigationType } from "./restoring.js";

// The `id` of an element, or else its position among those of its kind; in a shadow root, after that of its host.
function placeOf(element) {
  const root = element.getRootNode();
  const place = element.id || [...root.querySelectorAll(element.localName)].indexOf(element);
  return root.host ? `${placeOf(root.host)} ${place}` : place;
}

export class Kept {
  #form;
  #timer;
  #draft;
  #page;
  #place;
  constructor(form, draft) { [this.#form, this.#draft] = [form, draft]; }
  get #isOn() { return this.#form.hasAttribute("keep"); }
  // The draft of one page must not turn up in another one, such as that of the next hive.
  get #key() { return `notch-form ${this.#form.getAttribute("keep") || this.#page} ${this.#place}`; }
  get #stored() { try { return JSON.parse(sessionStorage.getItem(this.#key)); } catch { return null; } }
  #store(value) {
    try {
      if (value) sessionStorage.setItem(this.#key, JSON.stringify(value));
      else sessionStorage.removeItem(this.#key);
    } catch { /* a browser that stores nothing keeps nothing */ }
  }
  // The stored draft. A draft that was sent is obsolete, unless the page was reloaded to get it back.
  found() {
    // Later, the form may have left the document, and the document its address.
    this.#page = location.pathname + location.search;
    this.#place = placeOf(this.#form);
    const found = this.#isOn && this.#stored;
    if (found && (!found.sent || ["reload", "back_forward"].includes(navigationType()))) return found;
    this.forget();
    return {};
  }
  saveSoon() {
    if (this.#isOn) this.#timer ??= setTimeout(() => this.save(), 250);
  }
  save() {
    if (this.#timer === undefined) return;
    clearTimeout(this.#timer);
    this.#timer = undefined;
    this.#keep();
  }
  #keep(sent) {
    const kept = this.#draft();
    this.#store(kept.draft && { ...kept, sent });
  }
  // It is being sent by the browser, which does not report the result.
  sent() {
    if (!this.#isOn) return;
    this.#keep(true);
    clearTimeout(this.#timer);
    this.#timer = undefined;
  }
  // The page sends it instead. What was stored is not read again, because the page may have removed the form.
  notSent() {
    const stored = this.#stored;
    if (stored) this.#store({ ...stored, sent: undefined });
  }
  forget() {
    clearTimeout(this.#timer);
    this.#timer = undefined;
    if (this.#isOn) this.#store(null);
  }
}
