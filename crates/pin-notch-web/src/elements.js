// The class behind every <notch-…> element. It owns whatever belongs to the page and hands it to its
// Machine (Rust) call by call; it decides nothing itself. The build appends this file to the script that
// wasm-bindgen writes.

const ARIA = {
  role: "role", "aria-valuenow": "ariaValueNow", "aria-valuemin": "ariaValueMin",
  "aria-valuemax": "ariaValueMax", "aria-valuetext": "ariaValueText", "aria-checked": "ariaChecked",
  "aria-orientation": "ariaOrientation", "aria-disabled": "ariaDisabled",
  "aria-readonly": "ariaReadOnly", "aria-required": "ariaRequired", "aria-invalid": "ariaInvalid",
};

let listener;

/** Calls `callback({element, intent, outcome, refused})` for every attempt on every element, until it is
    called again; with nothing, none is told any more. */
export function hearTurns(callback) {
  listener = callback;
}

class Ports {
  constructor(element, internals, root, sheet) {
    Object.assign(this, { element, internals, shadow: root });
    root.querySelector("style")?.remove(); // a server's, if it has drawn the element already
    root.adoptedStyleSheets = [sheet];
  }
  /** Takes over from whatever the server wrote on the element itself. */
  adopt() {
    for (const name of Object.keys(ARIA)) this.element.removeAttribute(name);
    this.ownTabIndex = this.element.hasAttribute("tabindex");
  }
  get root() { return this.shadow.firstElementChild; }
  get rightToLeft() { return this.element.matches(":dir(rtl)"); }
  get disabled() { return this.element.matches(":disabled"); }
  get isHeard() { return Boolean(listener); }
  attribute(name) { return this.element.getAttribute(name) ?? undefined; }
  draw(html) {
    if (this.root?.outerHTML !== html) this.shadow.innerHTML = html;
  }
  style(element, style) { element.style.cssText = style; }
  aria(name, value) { this.internals[ARIA[name]] = value ?? null; }
  state(name, on) { this.internals.states[on ? "add" : "delete"](name); }
  focusable(on) {
    if (this.ownTabIndex) return;
    if (on) this.element.tabIndex = 0;
    else this.element.removeAttribute("tabindex");
  }
  submit(value, kept) { this.internals.setFormValue(value ?? null, kept); }
  validity(states, message) {
    const flags = Object.fromEntries(states.split(" ").filter(Boolean).map((state) => [state, true]));
    this.internals.setValidity(flags, message);
  }
  fire(type) {
    this.element.dispatchEvent(new Event(type, { bubbles: true, composed: type === "input" }));
  }
  turn(intent, outcome, refused) { listener?.({ element: this.element, intent, outcome, refused }); }
  note(text) {
    const { localName } = this.element;
    const name = this.attribute("name");
    console.warn(`<${localName}${name ? ` name="${name}"` : ""}>: ${text}`);
  }
}

const REFLECTED = ["name", "min", "max", "step", "unit", "orientation", "icon", "lit"];
const FLAGS = { disabled: "disabled", readOnly: "readonly", required: "required", reversed: "reversed" };

function defineElement(tag, observedAttributes, sheet) {
  class NotchElement extends HTMLElement {
    static formAssociated = true;
    static observedAttributes = observedAttributes;
    #machine = new Machine(tag);
    #internals = this.attachInternals();
    #ports;
    #connected = false;
    #stale = true;

    constructor() {
      super();
      const root = this.#internals.shadowRoot ?? this.attachShadow({ mode: "open" });
      this.#ports = new Ports(this, this.#internals, root, sheet);
      this.#listen(root);
    }
    connectedCallback() {
      if (!this.#connected) this.#ports.adopt();
      this.#define(); // also when it was moved: text may run another way here
      if (this.#connected) return;
      this.#connected = true;
      // A property that was set before the script came hides the accessor: set it again.
      for (const name of ["value", "checked"].filter((name) => Object.hasOwn(this, name))) {
        const value = this[name];
        delete this[name];
        this[name] = value;
      }
    }
    attributeChangedCallback() {
      this.#stale = true;
      if (this.#connected) this.#define();
    }
    #define() {
      this.#stale = false;
      this.#machine.define(this.#ports);
    }
    /** The machine, for scripts: outside a page it is not defined before somebody asks. */
    get #asked() {
      if (this.#stale) this.#define();
      return this.#machine;
    }
    formDisabledCallback(disabled) {
      if (this.#connected) this.#machine.disable(this.#ports, disabled);
    }
    formResetCallback() { this.#machine.reset(this.#ports); }
    formStateRestoreCallback(kept) { this.#machine.restore(this.#ports, kept); }

    #listen(root) {
      const pointer = (what, event) => {
        const box = root.querySelector("[data-place]").getBoundingClientRect();
        const x = (event.clientX - box.left) / box.width;
        const y = (event.clientY - box.top) / box.height;
        const target = event.composedPath()[0];
        const part = target.closest?.("[part=thumb], [data-place]")?.getAttribute("part") ?? "";
        return this.#machine.pointer(this.#ports, what, part, x, y);
      };
      this.addEventListener("pointerdown", (event) => {
        if (event.button !== 0 || !event.isPrimary) return;
        if (pointer("down", event)) this.setPointerCapture(event.pointerId);
      });
      this.addEventListener("pointermove", (event) => pointer("move", event));
      this.addEventListener("pointerup", (event) => { if (event.button === 0) pointer("up", event); });
      this.addEventListener("pointercancel", (event) => pointer("cancel", event));
      this.addEventListener("lostpointercapture", (event) => pointer("cancel", event));
      this.addEventListener("pointerleave", (event) => pointer("leave", event));
      // Where the page's text is selected, the browser would take a drag for one of that text.
      this.addEventListener("dragstart", (event) => event.preventDefault());
      this.addEventListener("click", (event) => pointer("click", event));
      this.addEventListener("keydown", (event) => {
        if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
        if (this.#machine.key(this.#ports, event.key)) event.preventDefault();
      });
      const report = () => this.#machine.report(this.#ports);
      this.addEventListener("blur", report);
      this.addEventListener("invalid", report);
    }

    get type() { return tag; }
    get value() { return this.#asked.value; }
    set value(value) {
      if (tag === "notch-switch") this.setAttribute("value", value);
      else this.#asked.set(this.#ports, value === null ? "" : String(value));
    }
    get valueText() { return this.#asked.valueText; }
    get checked() { return this.#asked.checked; }
    set checked(on) { this.#asked.check(this.#ports, Boolean(on)); }
    get defaultValue() { return this.getAttribute("value") ?? ""; }
    set defaultValue(value) { this.setAttribute("value", value); }
    get form() { return this.#internals.form; }
    get labels() { return this.#internals.labels; }
    get validity() { return this.#internals.validity; }
    get validationMessage() { return this.#internals.validationMessage; }
    get willValidate() { return this.#internals.willValidate; }
    checkValidity() { return this.#internals.checkValidity(); }
    reportValidity() { return this.#internals.reportValidity(); }
    setCustomValidity(message) { this.#asked.object(this.#ports, String(message)); }
  }
  for (const name of REFLECTED) {
    Object.defineProperty(NotchElement.prototype, name, {
      get() { return this.getAttribute(name) ?? ""; },
      set(value) { this.setAttribute(name, value); },
    });
  }
  for (const [property, name] of Object.entries(FLAGS)) {
    Object.defineProperty(NotchElement.prototype, property, {
      get() { return this.hasAttribute(name); },
      set(on) { this.toggleAttribute(name, Boolean(on)); },
    });
  }
  customElements.define(tag, NotchElement);
}

await __wbg_init({ module_or_path: new URL("pin-notch.wasm", import.meta.url) });
const sheet = new CSSStyleSheet();
sheet.replaceSync(style());
for (const tag of tags()) if (!customElements.get(tag)) defineElement(tag, observed(), sheet);
