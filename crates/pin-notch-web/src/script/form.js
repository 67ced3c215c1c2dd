// The class of <notch-form>. It contains a real <form>, which also works without it. Rules, links,
// conditions and their consequences are handled by a machine (in Rust, `form.rs`).

import { catchUp } from "./elements.js";
import { languageOf } from "./around.js";
import { Boxes } from "./boxes.js";
import { PRESETS, WATCHED, WATCHED_AROUND, concerns, concernsFromAround, concernsInitially } from "./changes.js";
import { onCommand } from "./commands.js";
import { Kept } from "./kept.js";
import { described, labelOf, nativeField } from "./fields.js";
import { controlsOf, resetForm } from "./form-members.js";
import { Reset, enterContent } from "./form-reset.js";
import { assign, fieldsIn, jsonOf } from "./form-values.js";
import { targetOf } from "./links.js";
import { putNatives, textsOf, wrongNative } from "./natives.js";
import { FIELD, RECORD, listRecord, record, unescaped } from "./records.js";
import { NativeProblems } from "./native-problems.js";
import { count, countButtons, countContent, mark, release } from "./membership.js";
import { Parts } from "./parts.js";
import { ports } from "./ports.js";
import { whenReleased } from "./presses.js";
import { contentsOf, reportChanges } from "./reports.js";
import { RowButtons } from "./rows.js";
import { ignoreSecond } from "./second-click.js";
import { closesDialog, send } from "./send.js";
import { startEach } from "./starting.js";
import { today, world } from "./world.js";

// Creates machines, once the module is loaded.
let first;
const waiting = new Set();
// What only this script does with a form: see the static block of the class.
let start, save, reveal;
// The forms of the page. Their drafts are stored when the page is left.
const living = new Set();
globalThis.addEventListener?.("pagehide", () => { for (const form of living) save(form); });
// A link to something in a part of a form shows this part, before it is followed.
globalThis.document?.addEventListener("click", (event) => {
  const target = living.size > 0 && targetOf(event);
  if (target) for (const form of living) reveal(form, target);
}, true);

// Called when the module is loaded and the elements are active.
export function arriveForms(machine) {
  if (first) return;
  first = machine;
  startEach(waiting, start);
  waiting.clear();
}

// What needs to know the current values of all controls.
const READING = new Set(["values", "problems", "warnings", "send", "sending", "accepted", "part", "review", "undo", "redo", "clear", "preset", "rows", "draft"]);
// What is announced only until something is entered.
const PASSING = new Set(["brought-back", "sent"]);

const records = (text) => text === "" ? [] : text.split(RECORD).map((one) => one.split(FIELD).map(unescaped));
const TYPED = "input:not([type=checkbox], [type=radio], [type=range], [type=button], [type=submit], [type=reset]), textarea";

class NotchForm extends (globalThis.HTMLElement ?? class {}) {
  static {
    start = (form) => form.#start();
    save = (form) => form.#kept.save();
    reveal = (form, element) => form.#parts.reveal(element);
  }
  #machine;
  #internals = this.attachInternals();
  #form;
  // By name: the elements of each field (several for radio buttons), and whether they are native.
  #fields = new Map();
  #names = new Map();
  #containers = [];
  #outputs = [];
  #natives = new NativeProblems();
  #rows = new RowButtons(this, () => this.#fields);
  #boxes = new Boxes(this, {
    element: (name) => this.#place(name),
    focus: (element) => this.#parts.focus(element),
  });
  #kept = new Kept(this, () => this.#draft());
  #putting = false;
  #reporting = false;
  #isReadable = true;
  #parts = new Parts({
    words: (what) => this.#tell("say", what),
    moved: () => this.#kept.saveSoon(),
    isRight: (isIn, isLater) => {
      const named = (isMeant) => [...this.#fields].filter(([, { elements }]) => isMeant(elements[0])).map(([name]) => name);
      const isRight = this.#tell("part", [record("now", ...named(isIn)), record("later", ...named(isLater))].join(RECORD)) === "1";
      const isAllRight = this.#areNativesRight(isIn) && isRight && this.#areOthersRight(isIn);
      if (!isAllRight) this.#refused();
      return isAllRight;
    },
    entered: () => records(this.#tell("review")).map(([name, label, text, row]) => ({ name, label, text, row, element: this.#element(name) })).filter(({ element }) => element?.type !== "hidden"),
  });
  #sending = false;
  // Values that were assigned before it started.
  #given;
  // A reset whose consequences have not been applied yet.
  #resetting;
  // Whether the form itself is changing the page.
  #isWriting = false;
  // The click that is being handled.
  #clicked;
  // Ends listening around the form.
  #around;
  #observer = globalThis.MutationObserver && new MutationObserver((changes) => this.#look(changes, []));
  #observerAround = globalThis.MutationObserver && new MutationObserver((changes) => this.#look([], changes));
  // Whether its description is out of date, and the day on which it was made.
  #isStale = false;
  #day;

  connectedCallback() {
    // The elements inside become active later.
    if (first) queueMicrotask(() => { if (this.isConnected) this.#start(); });
    else waiting.add(this);
  }
  disconnectedCallback() {
    waiting.delete(this);
    living.delete(this);
    this.#observer.disconnect();
    this.#observerAround.disconnect();
    this.#around?.abort();
    // Firefox cannot read numbers written like "0,5" in controls outside of the document.
    this.#isReadable = false;
    this.#kept.save();
    this.#isReadable = true;
    for (const { elements } of this.#fields.values()) for (const element of elements) this.#disown(element);
  }

  // Starts the machine.
  #start() {
    const isNew = !this.#machine;
    // Where a script is evaluated from outside of the page, this may run before the elements inside are upgraded.
    customElements.upgrade(this);
    living.add(this);
    this.#machine ??= first.make();
    this.#form = this.querySelector("form");
    if (isNew) this.#clean();
    this.#define();
    this.#observer.observe(this, WATCHED);
    this.#listenAround();
    if (isNew) {
      this.#listen();
      const given = Object.getOwnPropertyDescriptor(this, "values")?.value ?? this.#given;
      delete this.values;
      if (given) this.values = given;
      const { draft, moves, part } = this.#kept.found();
      if (draft) {
        this.#tell("go-on", moves);
        this.#tell("bring-back", draft);
        this.#notice();
        this.#parts.restart(part);
        this.say("brought-back");
      } else {
        // What the server has found wrong.
        const wrong = this.querySelector("[problem]");
        if (wrong) this.#parts.reveal(wrong);
      }
    }
    this.#internals.states.add("ready");
  }

  // A copy of a form, or a page that was stored as it was, contains what another form has written.
  #clean() {
    this.#boxes.clean();
    this.#natives.clean(this);
    this.#parts.clean(this);
  }
  // Passes the current description of the form to the machine.
  #define() {
    [this.#isStale, this.#day] = [false, today()];
    this.#form = this.querySelector("form");
    if (!this.#form) return;
    // Fields required only under a condition are not marked as required without script, which cannot
    // evaluate conditions.
    for (const element of this.querySelectorAll("[data-required]")) element.required = true;
    // The summary replaces the browser's own messages.
    this.#form.setAttribute("novalidate", "");
    for (const { elements } of this.#fields.values()) for (const element of elements) this.#disown(element);
    // Everything that has changed so far is described now.
    this.#observer.takeRecords();
    const found = described(this, this.#form), conditional = new Set(found.containers);
    // What has lost its condition is shown again.
    this.#containers.forEach((container, at) => { if (!conditional.has(container)) this.#do.show(at, true); });
    const left = [...this.#names.keys()];
    [this.#fields, this.#containers, this.#outputs] = [found.fields, found.containers, found.outputs];
    for (const control of controlsOf(this.#form)) if (!this.contains(control)) this.#observer.observe(control, WATCHED);
    this.#names = new Map();
    for (const [name, field] of this.#fields) {
      if (field.isNative) field.texts = listRecord(textsOf(field.elements));
      for (const element of field.elements) {
        this.#names.set(element, name);
        if (field.isNative) continue;
        const own = ports.get(element);
        own.owner = this.#owner;
        this.#machine.give(own.machine, name);
      }
    }
    for (const element of left) if (!this.#names.has(element) && !element.form?.closest(this.localName)) release(element);
    this.#natives.keepOnly(this.#fields);
    // With script they do not send the form, and Enter does not activate them.
    const buttons = this.#rows.all().map(({ button }) => button), presets = this.#form.querySelectorAll(PRESETS);
    for (const button of [...buttons, ...presets]) if (button.type !== "button") button.type = "button";
    this.#write(() => this.#tell("define", [record("w", languageOf(this), this.#day), ...found.records].join(RECORD)));
    this.#write(() => countButtons(this));
    this.#write(() => this.#parts.define(this.#form));
    this.#observer.takeRecords();
  }
  // Changes the page, which is no news meanwhile.
  #write(change) {
    const was = this.#isWriting;
    this.#isWriting = true;
    try { change(); } finally { this.#isWriting = was; }
  }
  #defineSoon() {
    this.#isStale = true;
    queueMicrotask(() => { if (this.#isStale) this.#define(); });
  }
  // Applies changes that others have made in the page.
  #look(inside, around) {
    if (this.#isStale || inside.some(concerns) || around.some((change) => !this.contains(change.target) && concernsFromAround(change))) {
      this.#define();
      return;
    }
    const changed = inside.filter(concernsInitially).map(({ target }) => this.#names.get((target.parentNode ?? target).closest?.("select, textarea") ?? target));
    for (const name of new Set(changed)) {
      const field = this.#fields.get(name);
      if (!field?.isNative) continue;
      field.texts = listRecord(textsOf(field.elements));
      this.#write(() => this.#tell("redescribe", nativeField(name, field).join(RECORD)));
    }
  }
  // Adds, removes or moves a row, and focuses it.
  #change({ button, rows, word }) {
    const [[announcement, to] = []] = records(this.#tell("rows", record(rows, button.value)));
    this.#kept.saveSoon();
    this.#boxes.announce(announcement ?? "");
    this.#rows.focus(rows, word, Number(to));
  }
  #disown(element) {
    const own = ports.get(element);
    if (own?.owner === this.#owner) own.owner = undefined;
  }
  // Events of elements inside.
  #owner = {
    reset: (own) => this.#resetting?.done(own),
    took: (own) => this.#machine.took(this.#ports, own.machine, this.#names.get(own.element)),
    changed: (own) => {
      // Afterwards the form is reset as a whole.
      if (this.#putting || this.#resetting && own.isResetting) return;
      this.#finishReset();
      this.#machine.changed(this.#ports, own.machine, this.#names.get(own.element));
    },
  };
  #tell(word, text = "") {
    if (READING.has(word)) this.#notice();
    return this.#machine?.tell(this.#ports, word, text) ?? "";
  }
  // Applies what a script has changed in the page. Native controls do not tell when it changes their values.
  #notice() {
    if (!this.#isReadable) return;
    if (!this.#isWriting) {
      catchUp();
      this.#look(this.#observer.takeRecords(), this.#observerAround.takeRecords());
      // A condition may have disabled options, or midnight may have passed.
      if (this.#isStale || (this.#machine && this.#day !== today())) this.#define();
      this.#finishReset();
    }
    for (const [name, field] of this.#fields) {
      if (field.isNative && field.texts !== listRecord(textsOf(field.elements))) this.#enter(name, field, "set");
    }
  }
  #enter(name, field, how) {
    const texts = textsOf(field.elements);
    field.texts = listRecord(texts);
    this.#tell("native", record(name, how, ...texts));
  }

  // Controls that belong to the form by their attribute `form` may be anywhere around it.
  #listenAround() {
    this.#around?.abort();
    this.#around = new AbortController();
    const { signal } = this.#around, root = this.getRootNode();
    this.#observerAround.observe(root, WATCHED_AROUND);
    // Handled before anybody else receives the event, so that consequences have been applied.
    for (const type of ["input", "change"]) {
      root.addEventListener(type, ({ target }) => {
        const name = this.#names.get(target), field = this.#fields.get(name);
        if (!field || this.#reporting) return;
        if (field.isNative) this.#enter(name, field, type);
        if (type === "input") this.#boxes.entered();
        this.#kept.saveSoon();
      }, { capture: true, signal });
    }
    root.addEventListener("focusout", ({ target, relatedTarget }) => {
      const name = this.#names.get(target);
      if (name !== undefined && this.#names.get(relatedTarget) !== name) whenReleased(() => this.#tell("leave", name));
    }, { signal });
  }
  #listen() {
    const on = (type, listener, options) => this.addEventListener(type, listener, options);
    on("reset", (event) => {
      const own = [...this.#fields.values()].filter(({ isNative }) => !isNative).map(({ elements }) => ports.get(elements[0]));
      this.#resetting = new Reset(event, own);
      setTimeout(() => this.#finishReset(true));
    });
    on("submit", (event) => this.#check(event), true);
    on("submit", (event) => { if (event.target === this.#form && !event.defaultPrevented) this.#go(event); });
    on("keydown", (event) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const [target] = event.composedPath();
      if (target.matches(TYPED) || target.isContentEditable) return;
      const key = event.key.toLowerCase();
      const isRedo = key === "y" || (key === "z" && event.shiftKey);
      if (key !== "z" && key !== "y") return;
      if (this.#byPerson(() => isRedo ? this.redo() : this.undo())) event.preventDefault();
    });
    on("click", (event) => {
      this.#clicked = event;
      setTimeout(() => { this.#clicked = undefined; });
      const wanted = this.#rows.all().find(({ button }) => button.contains(event.target));
      if (wanted) { event.preventDefault(); this.#byPerson(() => this.#change(wanted)); }
      const preset = event.target.closest(PRESETS);
      if (preset) { event.preventDefault(); this.#byPerson(() => this.apply(preset.value)); }
    });
    onCommand(this, {
      "--undo": () => this.#byPerson(() => this.undo()),
      "--redo": () => this.#byPerson(() => this.redo()),
      "--clear": () => this.#byPerson(() => this.clear()),
    });
  }
  // The controls are reset when all listeners have run. A script may already have entered something since.
  #finishReset(isLate = false) {
    const reset = this.#resetting;
    if (!reset?.isOver(isLate)) return;
    this.#resetting = undefined;
    if (reset.isPrevented) return;
    const enterAgain = reset.entered(this.#fields, (name, field) => this.#enter(name, field, "set"));
    this.#tell("reset");
    this.#kept.forget();
    this.say("");
    enterAgain();
    this.#parts.restart();
  }
  // Makes a change that a person asked for, and reports it to the page.
  #byPerson(change) {
    const before = contentsOf(this.#fields.values()), done = change();
    this.#reporting = true;
    reportChanges(before);
    this.#reporting = false;
    return done;
  }

  // Nothing is sent with problems, or twice.
  #check(event) {
    if (event.target !== this.#form) return;
    if (!this.#parts.isAtEnd && !event.submitter?.formNoValidate) {
      event.preventDefault();
      event.stopImmediatePropagation();
      this.#parts.goOn();
      return;
    }
    // A dialog can also be closed while the form is being sent.
    const isBusy = this.#sending && !closesDialog(this.#form, event.submitter);
    if (!isBusy && (event.submitter?.formNoValidate || this.checkValidity())) {
      this.#tell("sending");
      return;
    }
    event.preventDefault();
    event.stopImmediatePropagation();
    if (isBusy) return;
    // The page scrolls to the summary.
    if (this.#clicked) ignoreSecond(this.#clicked);
    this.#refused();
  }
  #refused() {
    this.say("");
    const box = this.#boxes.box("problems");
    box.setAttribute("tabindex", "-1");
    // If nothing is listed, the browser itself shows a problem.
    if (box.querySelector("li")) box.focus();
    this.dispatchEvent(new CustomEvent("refused", { detail: { problems: this.problems } }));
  }
  #go(event) {
    if (closesDialog(this.#form, event.submitter)) return;
    if (!this.hasAttribute("in-place")) {
      this.#kept.sent();
      // Listeners of the page that are called after this one may send it themselves, and may fail.
      setTimeout(() => { if (event.defaultPrevented) this.#kept.notSent(); });
      return;
    }
    event.preventDefault();
    this.#sendNow(event.submitter);
  }
  async #sendNow(submitter) {
    this.#sending = true;
    this.#internals.states.add("sending");
    this.say("sending");
    const { values } = this;
    const { answer, errors, why } = await send(this.#form, submitter);
    this.#sending = false;
    this.#internals.states.delete("sending");
    if (errors) {
      this.#tell("refuse", errors.map(([name, text]) => record(name, text)).join(RECORD));
      this.#refused();
    } else if (why) this.say(why);
    else {
      this.markAccepted();
      const { thanks, thanksPage } = this.dataset;
      if (thanks) this.#boxes.announce(thanks);
      else this.say("sent");
      if (thanksPage) location.assign(thanksPage);
      this.dispatchEvent(new CustomEvent("accepted", { detail: { values, answer } }));
    }
  }

  // The values that would be sent: numbers, strings, booleans, arrays; null if empty.
  get values() { return JSON.parse(this.json); }
  // Assigns values to these fields, without events, as if to each of them. Others keep theirs.
  set values(values) {
    if (!this.#machine) { this.#given = values; return; }
    this.#notice();
    for (const [name, value] of fieldsIn(values, (name) => this.#rows.counter(name), this.#do.note)) {
      const field = this.#fields.get(name);
      if (field) assign(field, value);
      else this.#do.note(`there is no field "${name}"`);
      if (field?.isNative) this.#enter(name, field, "set");
    }
  }
  // The same as JSON, with every digit.
  get json() { return jsonOf(records(this.#tell("values")), (name) => this.#rows.counter(name)); }
  #listed(word) {
    return records(this.#tell(word)).map(([name, label, text]) => ({ name, label, text, element: this.#element(name) }));
  }
  #element(name) { return this.#fields.get(name)?.elements[0] ?? null; }
  // What to focus for a field: for a number of rows, the fieldset around them.
  #place(name) {
    const counter = this.#rows.counter(name);
    return counter ? counter.closest("fieldset") : this.#element(name);
  }
  // All current problems and warnings, whether they are shown or not.
  get problems() {
    const all = this.#listed("problems"), listed = new Set(all.map(({ name }) => name));
    for (const [name, text] of this.#wrongNatives()) {
      const { elements } = this.#fields.get(name);
      if (!listed.has(name)) all.push({ name, label: labelOf(elements), text, element: elements[0] });
    }
    return all;
  }
  get warnings() { return this.#listed("warnings"); }
  get form() { return this.#form; }
  // Whether any value differs from its initial value; whether any field has been touched.
  get dirty() { this.#notice(); return this.matches(":state(dirty)"); }
  get touched() { return this.matches(":state(touched)"); }
  // A recording of what was done so far, as moves that `pin-notch trace` and tests can run.
  get moves() { return this.#tell("moves"); }
  // Whether it can be sent; if not, the problems are shown.
  checkValidity() {
    // Both show what they find.
    const isRight = this.#tell("send") === "1", areNativesRight = this.#areNativesRight();
    return isRight && areNativesRight && this.#areOthersRight();
  }
  // The names and texts of problems that only the browser knows.
  #wrongNatives(isIn = () => true) {
    const natives = [...this.#fields].filter(([, { elements, isNative }]) => isNative && isIn(elements[0]));
    return natives.map(([name, { elements }]) => [name, wrongNative(elements)]).filter(([, text]) => text);
  }
  // Whether there are none; otherwise they are shown.
  #areNativesRight(isIn) {
    const wrong = this.#wrongNatives(isIn);
    if (wrong.length > 0) this.#tell("refuse", wrong.map((one) => record(...one)).join(RECORD));
    return wrong.length === 0;
  }
  // Whether nothing is wrong with controls that are not fields, because they have neither a name nor an id, or
  // that do not tell what is wrong. Otherwise the browser shows the first problem.
  #areOthersRight(isIn = () => true) {
    const isOther = (element) => element.localName !== "fieldset" && !(this.#names.has(element) && element.validity);
    const wrong = [...controlsOf(this.#form)].find((element) => isOther(element) && isIn(element) && element.matches(":invalid") && element.checkVisibility());
    if (wrong?.reportValidity) wrong.reportValidity();
    else if (wrong) this.#form.reportValidity();
    return !wrong;
  }
  undo() { return this.#again("undo"); }
  redo() { return this.#again("redo"); }
  #again(word) {
    const { activeElement } = this.getRootNode(), names = records(this.#tell(word))[0] ?? [];
    this.#kept.saveSoon();
    const place = this.#place(names[0]);
    if (place && !this.#parts.isAtEnd) this.#parts.reveal(place);
    // What had the focus may not count any more. Then what has changed gets it, so that keys are still heard.
    if (place && this.contains(activeElement) && !activeElement.checkVisibility()) this.#parts.focus(place);
    return names.length > 0;
  }
  // Clears every field that can be empty. This can be undone.
  clear() { this.#tell("clear"); this.#kept.saveSoon(); }
  // Enters the values of a preset, as a single step for undo.
  apply(preset) { this.#boxes.announce(this.#tell("preset", preset)); this.#kept.saveSoon(); }
  // The receiver has accepted what was sent last, as after a form was sent in place: nothing of it is dirty any more,
  // and its draft is forgotten.
  markAccepted() {
    this.#tell("accepted");
    this.#kept.forget();
    // What has been entered since.
    if (this.dirty) this.#kept.saveSoon();
  }
  // Restores the initial values. This cannot be undone.
  reset() { if (this.#form) { resetForm(this.#form); this.#finishReset(); } }
  // The draft to store.
  #draft() {
    return { draft: this.#tell("draft"), moves: this.#tell("recorded"), part: this.#parts.at };
  }

  // What the machine can do to the page.
  #ports = {
    world: (language) => { try { return world(language || "en-u-nu-latn"); } catch { return world("en"); } },
    apply: (operations) => {
      const others = this.#observer.takeRecords();
      this.#write(() => { for (const [name, ...fields] of records(operations)) this.#do[name](...fields); });
      // What the form itself has changed is no news.
      this.#observer.takeRecords();
      if (others.some(concerns) || others.some(concernsInitially)) this.#defineSoon();
    },
  };
  #do = {
    offer: (rows, ...values) => this.#rows.offer(rows, values),
    note: (text) => console.warn(`<notch-form${this.id && ` id="${this.id}"`}>: ${text}`),
    put: (name, checked, ...values) => {
      const field = this.#fields.get(name), { elements, isNative } = field;
      if (isNative) {
        // Of several options with the same value, the one that is chosen stays so.
        if (listRecord(textsOf(elements)) !== listRecord(values)) putNatives(elements, values);
        // If the browser does not accept them, as an empty colour, the difference is noticed later.
        field.texts = listRecord(values);
        return;
      }
      const own = ports.get(elements[0]);
      if (own.checked === checked && listRecord(own.values) === listRecord(values)) return;
      this.#putting = true;
      enterContent(own, checked, values);
      own.tell("draft");
      this.#putting = false;
    },
    draft: (name, ...texts) => {
      const field = this.#fields.get(name), { elements, isNative } = field;
      if (isNative) {
        if (texts.length > 0) putNatives(elements, texts);
        field.texts = listRecord(textsOf(elements));
        return;
      }
      this.#putting = true;
      ports.get(elements[0]).tell("draft", listRecord(texts));
      this.#putting = false;
    },
    keep: () => this.#kept.saveSoon(),
    count: (name, on) => {
      for (const element of this.#fields.get(name).elements) count(element, Boolean(on));
    },
    show: (at, on) => {
      const container = this.#containers[at], options = this.#optionsOf(container);
      if (options) {
        const wrong = options.filter(({ disabled }) => disabled === Boolean(on));
        for (const option of wrong) option.disabled = !on;
        // The machine knows options as the page describes them.
        if (wrong.length > 0) this.#defineSoon();
        return;
      }
      if (container.matches("[data-part]")) { this.#parts.count(container, Boolean(on)); return; }
      countContent(container, Boolean(on));
      for (const one of [container, ...container.labels ?? []]) one.hidden = !on;
    },
    reviewed: () => this.#parts.update(),
    output: (at, text) => { this.#outputs[at].value = text; },
    own: (name, text) => this.#object("own", name, text),
    problem: (name, text) => this.#object("rule", name, text),
    refused: (name, text) => this.#object("refused", name, text),
    state: (name, state, on) => {
      if (name === "") { this.#internals.states[on ? "add" : "delete"](state); return; }
      for (const element of this.#fields.get(name).elements) mark(element, state, Boolean(on));
    },
    problems: (title, ...entries) => this.#boxes.list("problems", title, entries),
    warnings: (title, ...entries) => this.#boxes.list("warnings", title, entries),
  };
  // The options to which a condition applies, if it applies to options.
  #optionsOf(container) {
    if (container.localName === "option") return [container];
    const { of, option } = container.dataset;
    if (option === undefined) return undefined;
    const elements = this.#fields.get(of)?.elements ?? [];
    return elements.flatMap((element) => [...element.querySelectorAll("option")]).filter(({ value }) => value === option);
  }
  // Shows or removes a problem of a field: its own, that of a rule, or that of the receiver.
  #object(word, name, text) {
    const field = this.#fields.get(name);
    if (!field) return;
    if (field.isNative) { this.#natives.show(name, field.elements, word, text); return; }
    const { tell } = ports.get(field.elements[0]);
    if (word !== "own") tell(word, text);
    else if (text) tell("report");
  }

  // Announces a text; an empty one clears the announcement.
  say(what) {
    this.#boxes.announce(what && this.#tell("say", what), !PASSING.has(what));
  }
}

if (globalThis.customElements && !customElements.get("notch-form")) customElements.define("notch-form", NotchForm);
