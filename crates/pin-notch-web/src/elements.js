// The class behind every <notch-…> element. It owns whatever belongs to the page and hands it to its
// Machine (Rust) call by call; it decides nothing itself.

const ARIA = {
  "role": "role", "aria-valuenow": "ariaValueNow", "aria-valuemin": "ariaValueMin",
  "aria-valuemax": "ariaValueMax", "aria-valuetext": "ariaValueText", "aria-checked": "ariaChecked",
  "aria-orientation": "ariaOrientation", "aria-disabled": "ariaDisabled", "aria-readonly": "ariaReadOnly",
  "aria-required": "ariaRequired", "aria-invalid": "ariaInvalid", "aria-description": "ariaDescription",
};
const FIELD = "\x1f", RECORD = "\x1e";
const RARE = /[\x1b\x1e\x1f]/;
const escaped = (text) => !RARE.test(text) ? text : String(text).replace(/[\x1b\x1e\x1f]/g, (c) => "\x1b" + String.fromCharCode(c.charCodeAt(0) + 64));
const unescaped = (text) => text.includes("\x1b") ? text.replace(/\x1b(.)/gs, (_, c) => String.fromCharCode(c.charCodeAt(0) - 64)) : text;
const record = (...fields) => fields.map(escaped).join(FIELD);

const listeners = new Set();

// Calls `callback({element, intent, outcome, refused})` for every attempt on every element, until the function that
// it gives back is called.
export function onTurn(callback) {
  listeners.add(callback);
  return () => { listeners.delete(callback); };
}

// A text as it is compared: without case and accents.
export function folded(text) {
  return text.normalize("NFD").replace(/\p{M}/gu, "").toUpperCase().toLowerCase();
}

// How numbers and dates are written in a language, in the records that `world.rs` reads.
function world(language) {
  const numbers = new Intl.NumberFormat(language, { useGrouping: true });
  const parts = numbers.formatToParts(-12345678.9);
  const part = (type, otherwise) => parts.find((part) => part.type === type)?.value.replace(/[\u200e\u200f\u061c]/g, "") || otherwise;
  const bare = new Intl.NumberFormat(language, { useGrouping: false });
  const dates = (options, days) => days.map((day) => new Intl.DateTimeFormat(language, { timeZone: "UTC", calendar: "gregory", ...options }).format(day));
  const months = Array.from({ length: 12 }, (_, month) => new Date(Date.UTC(2026, month, 15)));
  const weekdays = Array.from({ length: 7 }, (_, day) => new Date(Date.UTC(2026, 5, 1 + day))); // a Monday
  const locale = new Intl.Locale(language);
  const firstDay = (locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay ?? 1;
  const direction = (locale.getTextInfo?.() ?? locale.textInfo)?.direction ?? "ltr";
  return [
    Array.from({ length: 10 }, (_, digit) => bare.format(digit)),
    [part("decimal", "."), part("group", ""), part("minusSign", "-")],
    dates({ month: "long" }, months),
    dates({ month: "short" }, months),
    dates({ weekday: "long" }, weekdays),
    dates({ weekday: "short" }, weekdays),
    [firstDay, direction],
  ].map((fields) => record(...fields)).join(RECORD);
}

const templates = new Map();

// A copy of the nodes of this markup, which is parsed once.
function nodes(html) {
  let template = templates.get(html);
  if (!template) {
    template = document.createElement("template");
    template.innerHTML = html;
    if (templates.size > 200) templates.clear();
    templates.set(html, template);
  }
  return template.content.cloneNode(true);
}

class Ports {
  constructor(element, internals, root, sheet) {
    Object.assign(this, { element, internals, shadow: root, values: [], text: "", checked: "" });
    root.querySelector("style")?.remove(); // a server's, if it has drawn the element already
    root.querySelector("slot")?.remove();
    root.adoptedStyleSheets = [sheet];
  }
  // Takes over from whatever the server wrote on the element itself and inside it.
  adopt() {
    for (const name of Object.keys(ARIA)) this.element.removeAttribute(name);
    this.ownTabIndex = this.element.hasAttribute("tabindex");
    for (const native of this.element.querySelectorAll("input, select")) native.disabled = true;
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
    else if (name === "value" && node.localName === "input") { if (node.value !== value) node.value = value; }
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
  do_submit(checked, text, value, empty, ...entries) {
    const values = empty ? [] : entries;
    Object.assign(this, { checked, text, value, values });
    const { name } = this.element;
    let data = entries[0] ?? null;
    if (entries.length > 1) {
      data = new FormData();
      for (const entry of entries) data.append(name, entry);
      if (!name) data = null;
    }
    this.internals.setFormValue(data, record(checked, ...values));
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
    const row = scroll?.querySelector(".active");
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
  fire(type) {
    const { element } = this;
    const bubbles = type !== "toggle";
    if (type === "toggle") {
      const open = element.open;
      element.dispatchEvent(new ToggleEvent(type, { oldState: open ? "closed" : "open", newState: open ? "open" : "closed" }));
      return;
    }
    const detail = { value: element.value, values: element.values, checked: element.checked, text: this.text };
    element.dispatchEvent(new CustomEvent(type, { bubbles, composed: type === "input", detail }));
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

// The attributes of each element; "?" marks those that are there or not. Beside them are those that only the page knows.
// <attributes: written by `cargo xtask tables`>
const ATTRIBUTES = {
  "notch-slider": "min max step step-base value unit orientation reversed? scale page-by wording names required? readonly? disabled?",
  "notch-span-slider": "min max step step-base value least most push? unit orientation reversed? scale page-by required? readonly? disabled?",
  "notch-rating": "max min step value lit icon wording preview-wording empty-wording required? readonly? disabled?",
  "notch-switch": "checked? value when-on when-off required? readonly? disabled?",
  "notch-checkbox": "checked? indeterminate? value description required? readonly? disabled?",
  "notch-checkbox-group": "value all least most required? readonly? disabled?",
  "notch-radio-group": "value orientation required? readonly? disabled?",
  "notch-stepper": "min max step step-base value unit placeholder loop? required? readonly? disabled?",
  "notch-item-stepper": "value loop? required? readonly? disabled?",
  "notch-select": "value multiple? filter? placeholder least most required? readonly? disabled?",
  "notch-date": "min max step step-base value placeholder date-pattern first-day always-open? required? readonly? disabled?",
  "notch-date-span": "min max step step-base value least most two-fields? across-closed? placeholder date-pattern first-day always-open? required? readonly? disabled?",
  "notch-month": "min max step step-base value near required? readonly? disabled?",
  "notch-week": "min max step step-base value near required? readonly? disabled?",
  "notch-time": "min max step step-base value near required? readonly? disabled?",
  "notch-date-time": "min max step step-base value near required? readonly? disabled?",
};
// </attributes>
const PAGE_ATTRIBUTES = ["name", "sizing", "output-place"];
const OBSERVED_BESIDES = ["aria-label", "lang", "dir"];
// Properties that have another name than their attribute, as in HTML, and those that are written out below.
const PROPERTIES = { "readonly": "readOnly", "checked": "defaultChecked" };
const WRITTEN_OUT = ["value", "indeterminate"];
const HOSTS = ["notch-slider", "notch-rating", "notch-switch", "notch-checkbox"];
const CHECKED = ["notch-switch", "notch-checkbox"];
const WITH_TODAY = ["notch-date", "notch-date-span"];
// What can come first of all that happens to an element. With it begins the listening for everything else, in the
// same event: most elements of a page are never touched, and each listener takes its time to add.
const FIRST = ["pointerover", "pointerdown", "focusin", "keydown", "click", "input", "invalid", "toggle"];

function today() {
  const now = new Date();
  return [[now.getFullYear(), 4], [now.getMonth() + 1, 2], [now.getDate(), 2]].map(([part, digits]) => String(part).padStart(digits, "0")).join("-");
}

function defineElement(tag, sheet, first) {
  const attributes = ATTRIBUTES[tag].split(" ");
  const isHost = HOSTS.includes(tag), isChecked = CHECKED.includes(tag);

  class NotchElement extends HTMLElement {
    static formAssociated = true;
    static observedAttributes = [...attributes.map((name) => name.replace("?", "")), ...OBSERVED_BESIDES];
    // One for all: it is told of options and texts that change inside.
    static #observer = new MutationObserver((records) => {
      const near = ({ target }) => (target.closest ? target : target.parentElement)?.closest(tag);
      for (const element of new Set(records.map(near))) element?.#redefine();
    });
    #machine = first.make(tag);
    #internals = this.attachInternals();
    #ports;
    #connected = false;
    #stale = true;
    #holding;
    #grabbed;
    #opener;

    constructor() {
      super();
      const root = this.#internals.shadowRoot ?? this.attachShadow({ mode: "open", delegatesFocus: !isHost });
      this.#ports = new Ports(this, this.#internals, root, sheet);
      const wake = () => {
        for (const type of FIRST) this.removeEventListener(type, wake, true);
        this.#listen(root);
      };
      for (const type of FIRST) this.addEventListener(type, wake, true);
    }
    connectedCallback() {
      if (!this.#connected) this.#ports.adopt();
      this.#define(); // also when it was moved: text may run another way here
      if (this.#connected) return;
      this.#connected = true;
      NotchElement.#observer.observe(this, { childList: true, subtree: true, characterData: true, attributeFilter: ["value", "label", "disabled"] });
      // A property that was set before the script came hides the accessor: set it again.
      for (const name of ["value", "values", "checked", "indeterminate", "options"]) {
        if (!Object.hasOwn(this, name)) continue;
        const value = this[name];
        delete this[name];
        this[name] = value;
      }
    }
    attributeChangedCallback() { this.#redefine(); }
    #redefine() {
      this.#stale = true;
      if (this.#connected) this.#define();
    }
    #define() {
      this.#stale = false;
      this.#tell("define", this.#described());
    }
    #described() {
      const records = [record(this.matches(":dir(rtl)") ? "rtl" : "ltr", WITH_TODAY.includes(tag) ? today() : "", this.matches(":disabled") ? 1 : "", isHost ? "" : this.#name(), this.closest("[lang]")?.lang ?? "", this.querySelector("svg")?.outerHTML ?? "")];
      for (const { name, value } of this.attributes) records.push(record("a", name, value));
      if (this.firstElementChild) {
        for (const option of this.querySelectorAll("option")) {
          if ("native" in option.dataset) continue; // of use to a page without script alone
          const group = option.closest("optgroup");
          records.push(record("o", option.value, option.text, group?.label ?? "", option.disabled || group?.disabled ? 1 : ""));
        }
      }
      return records.join(RECORD);
    }
    // The accessible name, for parts inside that take the focus.
    #name() {
      const by = this.getAttribute("aria-labelledby");
      const named = by ? by.split(/\s+/).map((id) => this.getRootNode().getElementById?.(id)) : [...this.#internals.labels];
      // Of a label around the element, only its own words.
      const words = (label) => {
        const copy = label.cloneNode(true);
        copy.querySelectorAll(tag).forEach((element) => element.remove());
        return copy.textContent.trim().replace(/\s+/g, " ");
      };
      return named.filter(Boolean).map(words).join(" ");
    }
    // Tells the machine what happened, with two texts and two numbers; says whether it had a use for that.
    #tell(what, text = "", also = "", x = 0, y = 0) {
      return this.#machine.tell(this.#ports, what, text, also, x, y);
    }
    // The same for scripts: outside a page an element is not defined before somebody asks.
    #ask(...told) {
      if (this.#stale) this.#define();
      if (told.length) this.#tell(...told);
      return this.#ports;
    }
    #set(values) { this.#ask("values", record("v", ...values)); }
    formDisabledCallback(disabled) {
      if (this.#connected) this.#tell("disable", "", "", Number(disabled));
    }
    formAssociatedCallback() {}
    formResetCallback() { this.#tell("reset"); }
    formStateRestoreCallback(kept, mode) {
      if (mode === "autocomplete") { this.value = kept; return; }
      const [checked, ...values] = String(kept).split(FIELD).map(unescaped);
      if (isChecked) this.#ask("check", checked);
      else this.#set(values);
    }

    #listen(root) {
      const ports = this.#ports, tell = (...told) => this.#tell(...told);
      const inside = (event) => event.composedPath()[0];
      const on = (type, listener, options) => this.addEventListener(type, listener, options);
      const pointer = (what, event) => {
        const track = root.querySelector("[data-place]");
        if (!track) return isChecked && tell(what);
        // Measured once for a whole drag: to measure between two moves would lay the page out for each.
        const box = (what === "move" && this.#grabbed) || track.getBoundingClientRect();
        const x = (event.clientX - box.left) / box.width;
        const y = (event.clientY - box.top) / box.height;
        const part = inside(event).closest?.("[part=thumb], [data-place]")?.getAttribute("part") ?? "";
        return tell(what, part, "", x, y);
      };
      const release = () => {
        clearInterval(this.#holding?.timer);
        this.#holding = this.#grabbed = undefined;
      };
      on("pointerdown", (event) => {
        if (event.button !== 0 || !event.isPrimary) return;
        const step = inside(event).closest?.("[data-do=step]:not([aria-disabled=true])");
        if (step) {
          const start = performance.now(), direction = Number(step.dataset.with);
          const hold = () => tell("hold", "", "", direction, performance.now() - start);
          tell("hold", "", "", direction);
          this.#holding = { hold, timer: setInterval(hold, 40) };
        }
        if (!pointer("down", event)) return;
        this.#grabbed = root.querySelector("[data-place]").getBoundingClientRect();
        this.setPointerCapture(event.pointerId);
      });
      on("mousedown", (event) => {
        // What is pressed beside a field must not take the focus from it, but give it to it.
        if (isHost || inside(event).closest?.("input, button, [tabindex='0']")) return;
        event.preventDefault();
        if (!root.activeElement) root.querySelector("[data-focus]")?.focus({ preventScroll: true });
      });
      on("pointermove", (event) => pointer("move", event));
      on("pointerup", (event) => {
        this.#holding?.hold(); // a busy page may have missed the last steps
        release();
        if (event.button === 0) pointer("up", event);
      });
      on("pointercancel", (event) => { release(); pointer("cancel", event); });
      on("lostpointercapture", (event) => { release(); pointer("cancel", event); });
      on("pointerleave", (event) => { release(); pointer("out", event); tell("day"); });
      root.addEventListener("pointerover", (event) => tell("day", event.target.closest("[data-do=day]")?.dataset.with));
      // Where the page's text is selected, the browser would take a drag for one of that text.
      on("dragstart", (event) => event.preventDefault());
      on("click", (event) => {
        const target = inside(event);
        const part = target.closest?.("[data-do]");
        if (part && root.contains(part)) {
          if (part.dataset.do === "step") {
            // A press with a pointer has stepped already; one by assistive technology comes as a click alone.
            if (event.detail === 0) tell("hold", "", "", Number(part.dataset.with));
          } else if (!part.matches(":disabled, [role=button][aria-disabled=true]")) tell("act", part.dataset.do, part.dataset.with);
        } else if (target.closest?.("[part=field]") && tag === "notch-select") tell("act", "toggle");
        else pointer("click", event);
      });
      on("keydown", (event) => {
        if (event.ctrlKey || event.metaKey || event.defaultPrevented || event.isComposing) return;
        const target = inside(event);
        const { key } = event;
        if (target.matches?.("[role=checkbox][data-do]")) {
          if (key === " ") { tell("act", target.dataset.do, target.dataset.with); event.preventDefault(); }
          return;
        }
        if (target.localName === "button") return;
        if (event.altKey && !(key === "ArrowDown" || key === "ArrowUp")) return;
        const part = target === this ? "" : (target.getAttribute?.("part") ?? "").split(" ")[0];
        const kept = target.localName === "input" ? "input" : part === "input" ? "" : part;
        const wasOpen = this.open;
        const paged = event.shiftKey && key.startsWith("Page") ? `Shift+${key}` : key;
        if (tell("key", kept, paged, Date.now())) {
          if (key !== "Enter" || this.open || wasOpen) event.preventDefault();
        }
        ports.reveal();
        if (key === "Enter" && kept === "input" && !wasOpen && !this.open) this.#submitImplicitly();
      });
      root.addEventListener("input", (event) => {
        event.stopPropagation(); // what the field tells is not yet what the control tells
        ports.field = event.target;
        tell("type", event.target.dataset.end, event.target.value);
        ports.reveal();
      });
      root.addEventListener("change", (event) => event.stopPropagation());
      root.addEventListener("focusin", (event) => {
        const { end, do: action, with: at } = event.target.dataset;
        tell("focus", end, "", action === "field" ? Number(at) : -1);
      });
      root.addEventListener("scroll", (event) => {
        const list = event.target.querySelector?.("[part=list]");
        if (!list) return;
        const height = list.querySelector("[part=option]")?.getBoundingClientRect().height || 32;
        tell("scroll", "", "", Math.floor(event.target.scrollTop / height));
      }, true);
      const outside = (event) => { if (!event.composedPath().includes(this)) tell("close"); };
      on("toggle", () => {
        const change = this.open ? "addEventListener" : "removeEventListener";
        document[change]("pointerdown", outside, true);
        if (this.open || !this.#opener) return;
        this.#opener.focus({ preventScroll: true });
        this.#opener = undefined;
      });
      on("focusout", (event) => {
        // A redraw may take the focused part out of the page for a moment.
        if (ports.applying || event.relatedTarget === this || root.contains(event.relatedTarget)) return;
        release();
        tell("leave");
      });
      on("invalid", () => tell("report"));
    }
    // Enter in a field sends the form, as in HTML's own fields.
    #submitImplicitly() {
      const { form } = this;
      const button = form && [...form.elements].find((element) => element.type === "submit");
      if (button) button.click();
    }

    get type() { return tag; }
    get value() {
      if (isChecked) return this.getAttribute("value") ?? "on";
      return this.#ask().value;
    }
    set value(value) {
      if (isChecked) this.setAttribute("value", value);
      else this.#ask("value", String(value ?? ""));
    }
    get values() { return [...this.#ask().values]; }
    set values(values) { this.#set(Array.from(values)); }
    get valueText() { return this.#ask().text; }
    get valueAsNumber() { const { value } = this; return value === "" ? NaN : Number(value); }
    set valueAsNumber(number) { this.value = Number.isNaN(number) ? "" : String(number); }
    get valueAsDate() { return this.value ? new Date(`${this.value}T00:00:00Z`) : null; }
    set valueAsDate(date) { this.value = date ? date.toISOString().slice(0, 10) : ""; }
    get checked() { return this.#ask().checked === "1"; }
    set checked(on) { this.#ask("check", on ? "1" : ""); }
    get indeterminate() { return this.#ask().checked === "mixed"; }
    set indeterminate(on) { this.#ask("check", on ? "mixed" : this.checked ? "1" : ""); }
    get defaultValue() { return this.getAttribute("value") ?? ""; }
    set defaultValue(value) { this.setAttribute("value", value); }
    get open() { return this.shadowRoot.querySelector("[part=popup]")?.hasAttribute("data-open") ?? false; }
    // Options: texts, or objects with `value`, `text`, `group` and `disabled`; or a promise of them.
    set options(options) {
      this.#ask();
      this.loading = options;
      if (typeof options?.then === "function") {
        this.#tell("load");
        const current = () => this.loading === options;
        options.then((found) => { if (current()) this.#offer(found); }, (error) => { if (current()) this.#tell("fail", String(error?.message ?? error)); });
      } else this.#offer(options ?? []);
    }
    get options() { return this.loading ?? [...this.querySelectorAll("option")]; }
    #offer(options) {
      const one = (option) => {
        if (typeof option !== "object") return record("o", option, option);
        const { value, text = value, group = "", disabled = false } = option;
        return record("o", value, text, group, disabled ? 1 : "");
      };
      this.#tell("offer", Array.from(options, one).join(RECORD));
      if (tag !== "notch-select") this.#define();
    }
    stepUp(steps = 1) { this.#ask("step", "", "", steps); }
    stepDown(steps = 1) { this.#ask("step", "", "", -steps); }
    // Opens what can be opened, from any button: the focus goes in, and back to that button afterwards.
    showPicker() {
      if (this.open) return;
      const before = document.activeElement;
      this.focus();
      this.#ask("act", "toggle");
      const { shadowRoot } = this;
      if (!shadowRoot.activeElement) shadowRoot.querySelector("[data-focus]")?.focus({ preventScroll: true });
      if (before !== this && before !== document.body) this.#opener = before;
    }
    get form() { return this.#internals.form; }
    get labels() { return this.#internals.labels; }
    get validity() { return this.#internals.validity; }
    get validationMessage() { return this.#internals.validationMessage; }
    get willValidate() { return this.#internals.willValidate; }
    checkValidity() { return this.#internals.checkValidity(); }
    reportValidity() { return this.#internals.reportValidity(); }
    setCustomValidity(message) { this.#ask("object", String(message)); }
  }
  for (const attribute of [...attributes, ...PAGE_ATTRIBUTES]) {
    const name = attribute.replace("?", "");
    if (WRITTEN_OUT.includes(name)) continue;
    const property = PROPERTIES[name] ?? name.replace(/-(.)/g, (_, letter) => letter.toUpperCase());
    const text = {
      get() { return this.getAttribute(name) ?? ""; },
      set(value) { this.setAttribute(name, value); },
    };
    const flag = {
      get() { return this.hasAttribute(name); },
      set(on) { this.toggleAttribute(name, Boolean(on)); },
    };
    Object.defineProperty(NotchElement.prototype, property, name === attribute ? text : flag);
  }
  customElements.define(tag, NotchElement);
}

// Defines the elements, as `lib.rs` describes them; `first` makes a machine for each.
export function defineElements(first, described) {
  const sheets = new Map();
  for (const [tag, style] of described.split(RECORD).map((fields) => fields.split(FIELD))) {
    if (customElements.get(tag)) continue;
    if (!sheets.has(style)) {
      sheets.set(style, new CSSStyleSheet());
      sheets.get(style).replaceSync(style);
    }
    defineElement(tag, sheets.get(style), first);
  }
}
