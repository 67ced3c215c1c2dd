// The classes of the <notch-…> elements. They exist as soon as this script has run, and accept everything
// that scripts and frameworks do to them. All decisions are made by a machine (in Rust), which is loaded a
// moment later.

import { directionOf, languageOf, onAround, unwatch, watch, watched } from "./around.js";
import { listenLater } from "./devices.js";
import { focusedIn } from "./focus.js";
import { iconOf } from "./icon.js";
import { internalsOf, obstacle } from "./internals.js";
import { TYPING, passTyping } from "./keyboard.js";
import { followToField } from "./links.js";
import { onTurn, Ports, ports } from "./ports.js";
import { FIELD, RECORD, listRecord, record, unescaped } from "./records.js";
import { withoutForms } from "./restoring.js";
import { StandIn } from "./stand-in.js";
import { startEach } from "./starting.js";
import { AS_DATE, AS_NUMBER, dateOf, numberText, written } from "./values.js";
import { today } from "./world.js";

export { obstacle, onTurn };

// The attributes of each element, with a mark for types other than text: see `values.js`. There are also
// some that only exist in the page.
// <attributes: written by `cargo xtask tables`>
const ATTRIBUTES = {
  "notch-slider": "min# max# step# step-base# value# unit number-pattern orientation reversed? scale page-by# wording names required? readonly? disabled?",
  "notch-span-slider": "min# max# step# step-base# value, least# most# push? unit number-pattern orientation reversed? scale page-by# required? readonly? disabled?",
  "notch-rating": "max# min# step# value# lit icon wording preview-wording empty-wording required? readonly? disabled?",
  "notch-switch": "checked? value when-on when-off required? readonly? disabled?",
  "notch-checkbox": "checked? indeterminate? value description required? readonly? disabled?",
  "notch-checkbox-group": "value, all least# most# required? readonly? disabled?",
  "notch-radio-group": "value orientation required? readonly? disabled?",
  "notch-text": "value type rows# minlength# maxlength# pattern example placeholder autocomplete counter? required? readonly? disabled?",
  "notch-stepper": "min# max# step# step-base# value# unit number-pattern placeholder loop? required? readonly? disabled?",
  "notch-item-stepper": "value loop? required? readonly? disabled?",
  "notch-select": "value, multiple? filter? placeholder least# most# required? readonly? disabled?",
  "notch-date": "min@ max@ step# step-base@ value@ placeholder date-pattern first-day always-open? required? readonly? disabled?",
  "notch-date-span": "min@ max@ step# step-base@ value/ least# most# nights? two-fields? across-closed? open-ends? placeholder date-pattern first-day always-open? required? readonly? disabled?",
  "notch-month": "min@ max@ step# step-base@ value@ near@ required? readonly? disabled?",
  "notch-week": "min@ max@ step# step-base@ value@ near@ required? readonly? disabled?",
  "notch-time": "min@ max@ step# step-base@ value@ near@ required? readonly? disabled?",
  "notch-date-time": "min@ max@ step# step-base@ value@ near@ required? readonly? disabled?",
};
// Properties whose name differs from that of their attribute, as in HTML.
const PROPERTIES = { "readonly": "readOnly", "checked": "defaultChecked", "minlength": "minLength", "maxlength": "maxLength" };
// </attributes>
const PAGE_ATTRIBUTES = ["name", "sizing", "output-place"];
// Properties that are defined below.
const WRITTEN_OUT = ["value", "indeterminate"];
export const CHECKED = ["notch-switch", "notch-checkbox"];
export const TAGS = Object.keys(ATTRIBUTES).join();
const WITH_TODAY = ["notch-date", "notch-date-span"];
const SLOW = 8000;

const split = (attribute) => [attribute.replace(/[?#@,/]$/, ""), /[?#@,/]$/.exec(attribute)?.[0] ?? ""];

// Creates machines, once the module is loaded; and the styles of each element.
let first;
const styles = new Map();
let failed = false;
let settle;

// Resolves when the elements are active; rejects if that is impossible, so that native controls are used
// instead.
export const ready = new Promise((keep, fail) => { settle = { keep, fail }; });
ready.catch(() => {}); // not an unhandled rejection for those who do not use it

// Called when the module is loaded: `machine` creates the machine of an element, and `described` has a
// record for each tag with its style sheet.
export function arrive(machine, described) {
  if (first || obstacle) return;
  first = machine;
  for (const [tag, style] of described.split(RECORD).map((fields) => fields.split(FIELD))) styles.set(tag, style);
  startEach(watched(), start);
  settle.keep();
}

// Called when the module cannot be loaded.
export function fail(why) {
  if (first || failed) return;
  failed = true;
  if (why !== obstacle) {
    console.error(`pin-notch: the WebAssembly could not be loaded, so native controls are used instead (${why}). Serve the .wasm file beside the script as application/wasm, and allow 'wasm-unsafe-eval' in script-src of the page's Content-Security-Policy.`);
  } else if (globalThis.document) console.warn(`pin-notch: ${why}, so native controls are used instead.`);
  for (const element of watched()) giveUp(element);
  settle.fail(why instanceof Error ? why : new Error(String(why)));
}

// Until its machine exists, an element shows the native control inside it, if there is one.
const WAITING = ":host{display:inline-block;vertical-align:middle;max-inline-size:100%}:host([hidden]),::slotted(:is(option,optgroup,datalist,svg)){display:none}";

// What only this script does with an element: see the static block of the class.
let start, giveUp;

// Applies what a script has changed inside of elements, before their values are read or set.
export let catchUp;

// This script can also be imported without a page, where there are no elements.
class NotchElement extends (globalThis.HTMLElement ?? class {}) {
  static formAssociated = true;
  static {
    start = (element) => element.#start();
    giveUp = (element) => element.#internals.states.add("failed");
    catchUp = () => NotchElement.#changed(NotchElement.#observer.takeRecords());
    onAround({ named: (element, names) => element.#named(names), turned: (element) => element.#turned() });
  }
  // A single observer for all elements, for changes of options and texts inside them. Frameworks that update the page to
  // new markup of a server bring back native controls as the server has drawn them.
  static #observer = globalThis.MutationObserver && new MutationObserver((records) => NotchElement.#changed(records));
  static #changed(records) {
    const near = (node) => {
      for (; node; node = node.parentNode) if (node instanceof NotchElement) return node;
    };
    const stale = new Set();
    for (const { type, target } of records) {
      const element = near(target);
      if (!element?.#machine) continue;
      if (type !== "attributes" || target.matches("option, optgroup")) stale.add(element);
      else element.#ports.disableNatives();
    }
    for (const element of stale) element.#redefine();
  }
  #machine;
  #standIn;
  #internals = internalsOf(this);
  #ports;
  #connected = false;
  #stale = true;
  #day = "";
  #around = "";
  #names = ["", ""];
  // The options of a script, or a promise of them.
  #given;
  // What a script has assigned last, if it has done so before it added the element to the page, as frameworks do that
  // keep the values themselves.
  #assigned;

  constructor() {
    super();
    const given = this.#internals.shadowRoot;
    const root = given ?? this.attachShadow({ mode: "open", delegatesFocus: true });
    this.#ports = new Ports(this, this.#internals, root);
    if (!given) {
      this.#ports.dress(WAITING);
      root.append(document.createElement("slot"));
    }
    ports.set(this, this.#ports);
  }
  connectedCallback() {
    if (!this.#connected) {
      this.#connected = true;
      NotchElement.#observer.observe(this, { childList: true, subtree: true, characterData: true, attributeFilter: ["value", "label", "disabled"] });
      // A property that was set before the script was loaded hides the accessor, so it is set again.
      for (const name of Object.keys(this)) {
        if (!(name in NotchElement.prototype || name in this.constructor.prototype)) continue;
        const value = this[name];
        delete this[name];
        this[name] = value;
      }
    }
    if (!obstacle) watch(this);
    if (first) this.#start();
    else {
      this.#standInNow().send();
      if (failed) giveUp(this);
    }
  }
  disconnectedCallback() { unwatch(this); }
  adoptedCallback() { this.#ports.dress(); }
  attributeChangedCallback(name, before, value) {
    if (value === "false" && this.constructor.flags.has(name)) {
      this.#ports.note(`${name}="false" turns it on, as in HTML: remove the attribute, or set the property to false`);
    }
    if (name === "name") (this.#machine ? this.#ports : this.#standIn)?.send();
    else if (TYPING.includes(name)) passTyping(this, this.#ports.shadow);
    else if (value !== before) this.#redefine();
  }

  // Starts the machine. What the server has drawn is adopted, and so is what somebody has entered in a
  // native control.
  #start() {
    const { body } = this.ownerDocument, before = focusedIn(this.ownerDocument);
    const had = this.contains(before) && before !== this;
    if (had) before.blur(); // otherwise the element already has the focus through its content
    const wished = this.hasAttribute("autofocus") && !this.#machine && (before ?? body) === body;
    if (this.#machine) this.#define(); // it was moved, and the direction may differ here
    else this.#wake();
    this.#ports.started();
    if (had || wished) this.focus({ preventScroll: had });
    if (!had) return;
    // Otherwise all of what is being typed would be selected, and the next letter would replace it.
    const field = this.shadowRoot.activeElement, end = field?.value?.length;
    field?.setSelectionRange?.(before.selectionStart ?? end, before.selectionEnd ?? end);
  }
  // Its name or its description may have changed.
  #named(names) {
    if (names.every((name, at) => name === this.#names[at])) return;
    this.#names = names;
    if (this.#machine) this.#tell("name", ...names);
  }
  // Its language or its direction may have changed.
  #turned() {
    if (this.#around !== this.#surroundings()) this.#redefine();
  }

  #standInNow() {
    const mark = split(this.constructor.attributes.find((name) => split(name)[0] === "value"))[1];
    return this.#standIn ??= new StandIn(this, this.#internals, mark);
  }
  // Returns whether there is a machine.
  #wake() {
    if (this.#machine || !first) return Boolean(this.#machine);
    const tag = this.localName, standIn = this.#standIn;
    this.#standIn = undefined;
    const entered = standIn?.entered && (CHECKED.includes(tag) ? ["check", standIn.checked] : ["values", listRecord(standIn.values)]);
    standIn?.end();
    this.#machine = this.#ports.machine = first.make(tag);
    this.#ports.tell = (...message) => this.#tell(...message);
    this.#ports.adopt(styles.get(tag));
    this.#internals.states.add("ready");
    this.#internals.states.delete("failed");
    listenLater(this, {
      root: this.#ports.shadow, ports: this.#ports, tell: (...message) => { this.#defineNow(); return this.#tell(...message); },
      isChecked: CHECKED.includes(tag),
    });
    this.#tell("name", ...this.#names);
    this.#define();
    for (const message of standIn?.messages ?? []) this.#ask(...message);
    if (this.#given) this.#offered();
    if (entered) this.#enter(...entered);
    return true;
  }
  #redefine() {
    this.#stale = true;
    if (this.#connected && this.#machine) this.#define();
  }
  // Midnight may have passed since.
  #defineNow() {
    if (this.#stale || this.#day !== this.#today()) this.#define();
  }
  #today() { return WITH_TODAY.includes(this.localName) ? today() : ""; }
  #define() {
    this.#stale = false;
    this.#ports.disableNatives();
    this.#tell("define", this.#described());
  }
  #surroundings() { return record(directionOf(this), languageOf(this)); }
  #described() {
    this.#around = this.#surroundings();
    this.#day = this.#today();
    const records = [record(this.#day, this.matches(":disabled") ? 1 : "", iconOf(this)), this.#around];
    for (const { name, value } of this.attributes) records.push(record("a", name, value));
    if (this.firstElementChild) {
      for (const option of this.querySelectorAll("option")) {
        if ("native" in option.dataset) continue; // only for pages without script
        const group = option.closest("optgroup");
        records.push(record("o", option.value, option.text, group?.label ?? "", option.disabled || group?.disabled ? 1 : ""));
      }
    }
    return records.join(RECORD);
  }
  // Passes an event to the machine, with two texts and two numbers. Returns whether the machine handled it.
  #tell(what, text = "", also = "", x = 0, y = 0) {
    return this.#machine?.tell(this.#ports, what, text, also, x, y) ?? false;
  }
  // The same for scripts: outside a page, an element is only defined on demand. Returns the machine or its
  // stand-in.
  #ask(...message) {
    if (!this.#wake()) {
      const standIn = this.#standInNow();
      if (message.length) standIn.tell(...message);
      return standIn;
    }
    catchUp();
    this.#defineNow();
    if (message.length) {
      this.#ports.unmet = undefined;
      this.#tell(...message);
    }
    return this.#ports;
  }
  #assign(...message) {
    if (!this.#connected || this.#assigned) this.#assigned = message;
    this.#ask(...message);
    this.#ports.isAssigned = true;
  }
  // Applies what somebody has entered in a native control or on an earlier visit.
  #enter(...message) {
    this.#ask(...message);
    this.#ports.isAssigned = false;
  }
  formDisabledCallback(disabled) {
    if (this.#connected) this.#tell("disable", "", "", Number(disabled));
  }
  formAssociatedCallback() {}
  formResetCallback() {
    this.#ports.isResetting = true;
    if (this.#machine) this.#tell("reset"); else this.#standIn?.tell("reset");
    this.#ports.owner?.reset(this.#ports);
    // A framework does not hear of a reset. (For HTML's own controls, it writes into the attribute what it keeps.)
    if (this.#assigned) this.#ask(...this.#assigned);
    this.#ports.isResetting = false;
  }
  formStateRestoreCallback(kept, mode) {
    if (mode === "autocomplete") { this.#enter("value", kept); return; }
    const [name, checked, ...values] = String(kept).split(FIELD).map(unescaped);
    // In Firefox, which goes by places, it may be another element's if the page has changed since.
    if (name !== this.name) return;
    if (CHECKED.includes(this.localName)) this.#enter("check", checked);
    else this.#enter("values", listRecord(values));
  }

  get type() { return this.localName; }
  get value() {
    if (CHECKED.includes(this.localName)) return this.getAttribute("value") ?? "on";
    return this.#ask().value;
  }
  set value(value) {
    const { localName } = this;
    if (CHECKED.includes(localName)) {
      const text = written(value, "", localName);
      if (text === undefined) this.removeAttribute("value");
      else this.setAttribute("value", text);
    } else if (typeof value === "object" && value?.[Symbol.iterator]) this.values = value;
    else this.#assign("value", written(value, "", localName) ?? "");
  }
  get values() { return [...this.#ask().values]; }
  set values(values) { this.#assign("values", listRecord(Array.from(values ?? [], (value) => written(value, "", this.localName) ?? ""))); }
  get valueText() { return this.#ask().text; }
  get defaultValue() { return this.getAttribute("value") ?? ""; }
  set defaultValue(value) { this.setAttribute("value", value); }
  get open() { return this.shadowRoot.querySelector("[part=popup]")?.hasAttribute("data-open") ?? false; }
  // Options: texts, or objects with `value`, `text`, `group` and `disabled`; or a promise of them.
  set options(options) {
    this.#ask();
    this.#given = options;
    if (typeof options?.then === "function") {
      this.#ask("load");
      const current = () => this.#given === options;
      options.then((found) => { if (current()) this.#offer(found); }, (error) => { if (current()) this.#ask("fail", String(error?.message ?? error)); });
    } else this.#offer(options ?? []);
  }
  get options() { return this.#given ?? [...this.querySelectorAll("option")]; }
  #offer(options) {
    const one = (option) => {
      if (typeof option !== "object") return record("o", option, option);
      const { value, text = value, group = "", disabled = false } = option;
      return record("o", value, text, group, disabled ? 1 : "");
    };
    this.#ask("offer", Array.from(options, one).join(RECORD));
    if (this.#machine) this.#offered();
  }
  // Its attributes are read again with its new options. (A select keeps what it does not find among them.)
  #offered() {
    if (this.localName !== "notch-select") this.#define();
  }
  stepUp(steps = 1) { this.#ask("step", "", "", steps); }
  stepDown(steps = 1) { this.#ask("step", "", "", -steps); }
  // Opens the popup, from any button. The focus moves into it, and afterwards back to that button.
  showPicker() {
    if (this.open || !this.#wake()) return;
    const { body } = this.ownerDocument, { shadowRoot } = this, before = focusedIn(this.ownerDocument);
    this.focus();
    this.#ask("act", "toggle");
    if (!shadowRoot.activeElement) shadowRoot.querySelector("[data-focus]")?.focus({ preventScroll: true });
    if (before !== this && before !== body && !shadowRoot.contains(before)) this.#ports.opener = before;
  }
  get form() { return this.#internals.form; }
  get labels() { return this.#internals.labels; }
  get validity() { return this.#internals.validity; }
  get validationMessage() { return this.#internals.validationMessage; }
  get willValidate() { return this.#internals.willValidate; }
  checkValidity() { return this.#internals.checkValidity(); }
  reportValidity() { return this.#internals.reportValidity(); }
  setCustomValidity(message) { this.#ask("object", String(message)); }

  // Only for switches and checkboxes.
  static checked = {
    checked: {
      get() { return this.#ask().checked === "1"; },
      set(on) { this.#assign("check", on ? "1" : ""); },
    },
    indeterminate: {
      get() { return this.#ask().checked === "mixed"; },
      set(on) { this.#assign("check", on ? "mixed" : this.checked ? "1" : ""); },
    },
  };
}

// The class of one element, with its attributes as properties.
function defineElement(tag) {
  const attributes = ATTRIBUTES[tag].split(" ");
  class Element extends NotchElement {
    static attributes = attributes;
    static flags = new Set(attributes.map(split).filter(([, mark]) => mark === "?").map(([name]) => name));
    static observedAttributes = ["name", ...TYPING, ...attributes.map((attribute) => split(attribute)[0])];
  }
  const define = (name, get, set) => Object.defineProperty(Element.prototype, name, { get, set, configurable: true, enumerable: true });
  for (const [name, mark] of [...attributes, ...PAGE_ATTRIBUTES].map(split)) {
    if (WRITTEN_OUT.includes(name)) continue;
    const property = PROPERTIES[name] ?? name.replace(/-(.)/g, (_, letter) => letter.toUpperCase());
    if (mark === "?") {
      define(property, function () { return this.hasAttribute(name); }, function (on) { this.toggleAttribute(name, Boolean(on)); });
    } else {
      define(property, function () { return this.getAttribute(name) ?? ""; }, function (value) {
        const text = written(value, mark, tag);
        if (text === undefined) this.removeAttribute(name);
        else this.setAttribute(name, text);
      });
    }
  }
  if (CHECKED.includes(tag)) Object.defineProperty(Element.prototype, "checked", NotchElement.checked.checked);
  if (tag === "notch-checkbox") Object.defineProperty(Element.prototype, "indeterminate", NotchElement.checked.indeterminate);
  if (AS_NUMBER[tag]) {
    define("valueAsNumber", function () { return this.value === "" ? NaN : AS_NUMBER[tag](this.value); }, function (number) {
      this.value = Number.isNaN(number) ? "" : numberText(number, tag);
    });
  }
  if (AS_DATE.includes(tag)) {
    define("valueAsDate", function () { return dateOf(this.value, tag); }, function (date) { this.value = date; });
  }
  // Some testing libraries look for `value` only on the immediate prototype, where HTML's own controls have it.
  Object.defineProperty(Element.prototype, "value", Object.getOwnPropertyDescriptor(NotchElement.prototype, "value"));
  customElements.define(tag, Element);
}

if (globalThis.customElements) {
  // A form of this script does not know the elements that another script has defined.
  if (customElements.get("notch-slider")) {
    console.error("pin-notch: the elements have already been defined by another script, and are not fields of a form of this one. Load a single script: pin-notch-form.js if there is any form, otherwise pin-notch.js.");
  }
  withoutForms(TAGS, () => {
    for (const tag of Object.keys(ATTRIBUTES)) if (!customElements.get(tag)) defineElement(tag);
  });
  // A dialog focuses an element with `autofocus`, but not one inside a shadow root.
  document.addEventListener("toggle", ({ target, newState }) => {
    const wished = newState === "open" && target.querySelector?.("[autofocus]");
    if (wished instanceof NotchElement) wished.focus();
  }, true);
  document.addEventListener("click", followToField);
  setTimeout(() => { if (!first && !failed) console.warn(`pin-notch: the WebAssembly has not loaded after ${SLOW / 1000} s; native controls are used until it has`); }, SLOW);
}
