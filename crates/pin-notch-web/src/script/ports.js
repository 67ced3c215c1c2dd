// What a machine can do to the page: an element with all that belongs to it, handed into each call.

import { FIELD, RECORD, record, unescaped } from "./records.js";
import { world } from "./world.js";

const ARIA = {
  "role": "role", "aria-valuenow": "ariaValueNow", "aria-valuemin": "ariaValueMin",
  "aria-valuemax": "ariaValueMax", "aria-valuetext": "ariaValueText", "aria-checked": "ariaChecked",
  "aria-orientation": "ariaOrientation", "aria-disabled": "ariaDisabled", "aria-readonly": "ariaReadOnly",
  "aria-required": "ariaRequired", "aria-invalid": "ariaInvalid", "aria-description": "ariaDescription",
};

// Those of each element, for the form that it stands in.
export const ports = new WeakMap();

const listeners = new Set();

// Calls `callback({element, intent, outcome, refused})` for every attempt on every element, until the function that
// it gives back is called.
export function onTurn(callback) {
  listeners.add(callback);
  return () => { listeners.delete(callback); };
}

const templates = new Map();
// Where a page asks for it, markup is passed by a policy of this name: all of it is written by the machine.
let policy;

// A copy of the nodes of this markup, which is parsed once.
function nodes(html) {
  let template = templates.get(html);
  if (!template) {
    template = document.createElement("template");
    policy ??= globalThis.trustedTypes?.createPolicy("pin-notch", { createHTML: (html) => html }) ?? { createHTML: (html) => html };
    // A style attribute that is parsed is refused by strict policies; one that a script sets is not.
    template.innerHTML = policy.createHTML(html.replaceAll(' style="', ' data-style="'));
    if (templates.size > 200) templates.clear();
    templates.set(html, template);
  }
  const copy = template.content.cloneNode(true);
  for (const styled of copy.querySelectorAll("[data-style]")) {
    styled.style.cssText = styled.dataset.style;
    styled.removeAttribute("data-style");
  }
  return copy;
}

export class Ports {
  constructor(element, internals, root) {
    Object.assign(this, { element, internals, shadow: root, values: [], text: "", checked: "", value: "" });
  }
  // Takes over from whatever the server wrote on the element itself and inside it.
  adopt(sheet) {
    const drawn = this.shadow.querySelector("style");
    drawn?.remove();
    this.shadow.querySelector("slot")?.remove();
    this.shadow.adoptedStyleSheets = [sheet];
    // A description may be the page's own, where no server has drawn the element.
    for (const name of Object.keys(ARIA)) if (drawn || name !== "aria-description") this.element.removeAttribute(name);
    // That of 0 is what we set ourselves, also where the element is a copy of another.
    this.ownTabIndex = (this.element.getAttribute("tabindex") ?? "0") !== "0";
    for (const native of this.element.querySelectorAll("input, textarea, select")) native.disabled = true;
  }
  get root() { return this.shadow.firstElementChild; }
  get isWatched() { return listeners.size > 0; }
  world(language) {
    try { return world(language || "en-u-nu-latn"); } catch { return world("en"); }
  }
  at(path) {
    let node = this.root;
    for (let i = 0; node && i < path.length; i++) node = node.children[path.charCodeAt(i) - 32];
    return node; // none when a script has meddled with our shadow root
  }
  apply(operations) {
    const outer = this.applying;
    this.applying = true;
    this.hadFocus = this.shadow.activeElement;
    for (const operation of operations.split(RECORD)) {
      const [name, ...fields] = operation.split(FIELD);
      this[`do_${name}`](...fields.map(unescaped));
    }
    // What had the focus may be gone: the field takes it.
    if (this.hadFocus && !this.shadow.activeElement) this.do_focus();
    this.applying = outer;
  }
  do_draw(html) {
    if (this.root?.outerHTML !== html) this.shadow.replaceChildren(nodes(html));
  }
  do_set(path, name, value) {
    const node = this.at(path);
    if (!node) return;
    if (name === "style") node.style.cssText = value; // set so, a page's policy lets it pass
    else if (name === "value" && "value" in node) { if (node.value !== value) node.value = value; }
    else node.setAttribute(name, value);
  }
  do_unset(path, name) { this.at(path)?.removeAttribute(name); }
  // What ought to stand in the field that somebody types in.
  do_field(text) { const { field } = this; if (field.isConnected && field.value !== text) field.value = text; }
  do_text(path, text) { const node = this.at(path); if (node) node.textContent = text; }
  do_replace(path, html) { this.at(path)?.replaceWith(nodes(html)); }
  do_aria(name, value) { this.internals[ARIA[name]] = value ?? null; }
  do_state(name, on) { this.internals.states[on ? "add" : "delete"](name); }
  do_focusable(on) {
    if (this.ownTabIndex) return;
    if (on) this.element.tabIndex = 0;
    else this.element.removeAttribute("tabindex");
  }
  // `sends`: whether it counts in its form, and so is sent.
  do_submit(checked, text, value, empty, sends, ...entries) {
    const values = empty ? [] : entries;
    Object.assign(this, { checked, text, value, values });
    const { name } = this.element;
    let data = entries[0] ?? null;
    if (entries.length > 1) {
      data = new FormData();
      for (const entry of entries) data.append(name, entry);
      if (!name) data = null;
    }
    this.internals.setFormValue(sends ? data : null, record(checked, ...values));
  }
  do_validity(message, ...states) {
    const flags = Object.fromEntries(states.map((state) => [state, true]));
    this.internals.setValidity(flags, message, this.element.shadowRoot.querySelector("[data-focus], [part=control]") ?? undefined);
  }
  do_popup(open) {
    const popup = this.shadow.querySelector("[part=popup]");
    if (!popup) return;
    if (!open) { popup.hidePopover(); return; }
    popup.showPopover();
    if (!CSS.supports("anchor-name: --a")) this.place(popup);
    this.reveal();
  }
  // Where the browser cannot place what opens by itself: below the field, or above, and never outside.
  place(popup) {
    const field = this.root.getBoundingClientRect(), box = popup.getBoundingClientRect();
    const below = field.bottom + box.height < innerHeight || field.top < box.height;
    popup.style.positionArea = "none";
    popup.style.left = `${Math.max(0, Math.min(field.left, innerWidth - box.width - 8))}px`;
    popup.style.top = `${below ? Math.min(field.bottom, innerHeight - box.height - 8) : field.top - box.height - 8}px`;
  }
  // Scrolls the row that keys are on into sight.
  reveal() {
    const scroll = this.shadow.querySelector("[part=scroll]");
    const row = scroll?.querySelector("[part~=option-active]");
    if (!row) return;
    const [top, bottom] = [row.offsetTop, row.offsetTop + row.offsetHeight];
    if (top < scroll.scrollTop) scroll.scrollTop = top;
    else if (bottom > scroll.scrollTop + scroll.clientHeight) scroll.scrollTop = bottom - scroll.clientHeight;
  }
  do_focus() {
    if (!this.hadFocus) return;
    const wanted = this.shadow.querySelector("[data-focus]");
    if (wanted === this.shadow.activeElement) return;
    wanted?.focus({ preventScroll: true });
  }
  // What events tell of the element.
  get detail() {
    const { value, values, checked = false } = this.element;
    return { value, values, checked, text: this.text };
  }
  // The form it stands in, if there is one, follows before anybody else hears of it.
  took() { this.owner?.took(this); }
  changed() { this.owner?.changed(this); }
  fire(type) {
    const { element } = this;
    if (type === "toggle") {
      const open = element.open;
      element.dispatchEvent(new ToggleEvent(type, { oldState: open ? "closed" : "open", newState: open ? "open" : "closed" }));
      return;
    }
    element.dispatchEvent(new CustomEvent(type, { bubbles: true, composed: type === "input", detail: this.detail }));
  }
  // A value that a script gave is not allowed: this is the nearest one that is.
  adjusted(wanted, why) {
    this.element.dispatchEvent(new CustomEvent("adjust", { detail: { ...this.detail, wanted, why } }));
  }
  // What opened goes, and the focus goes back to the button of the page that opened it.
  giveBack() {
    this.opener?.focus({ preventScroll: true });
    this.opener = undefined;
  }
  turn(intent, outcome, refused) {
    for (const listener of [...listeners]) listener({ element: this.element, intent, outcome, refused });
  }
  note(text) {
    const { localName } = this.element;
    const name = this.element.getAttribute("name");
    console.warn(`<${localName}${name ? ` name="${name}"` : ""}>: ${text}`);
  }
}
