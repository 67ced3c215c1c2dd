// The class of <notch-form>. It contains a real <form>, which also works without it. Rules, links,
// conditions and their consequences are handled by a machine (in Rust, `form.rs`).

import { catchUp } from "./elements.js";
import { languageOf } from "./around.js";
import { Boxes } from "./boxes.js";
import { BroughtBack } from "./brought-back.js";
import { BrowserProblems } from "./browser-problems.js";
import { PRESETS, WATCHED, WATCHED_AROUND, concerns, concernsFromAround, concernsInitially } from "./changes.js";
import { onCommand } from "./commands.js";
import { Kept } from "./kept.js";
import { described, labelOf, nativeField } from "./fields.js";
import { Followers } from "./followers.js";
import { FormFields, isSetByScript } from "./form-fields.js";
import { controlsOf, resetForm } from "./form-members.js";
import { Operations } from "./form-operations.js";
import { Reset } from "./form-reset.js";
import { Sending } from "./form-sending.js";
import { assign, fieldsIn, jsonOf } from "./form-values.js";
import { internalsOf, obstacle } from "./internals.js";
import { indicated } from "./links.js";
import { living } from "./living.js";
import { textsOf } from "./natives.js";
import { FIELD, RECORD, record, unescaped } from "./records.js";
import { NativeProblems } from "./native-problems.js";
import { countButtons, release } from "./membership.js";
import { Parts } from "./parts.js";
import { ports } from "./ports.js";
import { whenReleased } from "./presses.js";
import { changesSince, contentsOf, report } from "./reports.js";
import { RowButtons } from "./rows.js";
import { startEach } from "./starting.js";
import { requestOf } from "./undo-keys.js";
import { today, world } from "./world.js";

// Creates machines, once the module is loaded.
let first;
const waiting = new Set();
// Starts the machine of a form: see the static block of the class.
let start;

// Called when the module is loaded and the elements are active.
export function arriveForms(machine) {
  if (first || obstacle) return;
  first = machine;
  startEach(waiting, start);
  waiting.clear();
}

// What needs to know the current values of all controls.
const READING = new Set(["values", "problems", "warnings", "send", "entered", "bring-back", "sending", "accepted", "part", "review", "undo", "redo", "clear", "preset", "rows", "draft"]);
// What somebody does who uses the form.
const USING = new Set(["undo", "redo", "clear", "preset", "rows"]);
// What is announced only until something is entered.
const PASSING = new Set(["brought-back", "sent"]);

const records = (text) => text === "" ? [] : text.split(RECORD).map((one) => one.split(FIELD).map(unescaped));

class NotchForm extends (globalThis.HTMLElement ?? class {}) {
  static { start = (form) => form.#start(); }
  #machine;
  #internals = internalsOf(this);
  #form;
  #fields = new FormFields();
  #natives = new NativeProblems();
  #browserProblems = new BrowserProblems(this.#fields, { refuse: (problems) => this.#refuse(problems), form: () => this.#form });
  #rows = new RowButtons(this, this.#fields);
  #boxes = new Boxes(this, {
    element: (name) => this.#place(name),
    focus: (element) => this.#parts.focus(element),
  });
  #kept = new Kept(this, () => this.#draft());
  #followers = new Followers((changes, types) => this.#report(changes, types));
  #reporting = false;
  #isReadable = true;
  #parts = new Parts({
    words: (what) => this.#tell("say", what),
    moved: () => this.#kept.saveSoon(),
    isRight: (isIn, isLater) => {
      const named = (isMeant) => [...this.#fields].filter(([, { elements }]) => isMeant(elements[0])).map(([name]) => name);
      const isRight = this.#tell("part", [record("now", ...named(isIn)), record("later", ...named(isLater))].join(RECORD)) === "1";
      const isAllRight = this.#browserProblems.areNativesRight(isIn) && isRight && this.#browserProblems.areOthersRight(isIn);
      if (!isAllRight) this.#refused();
      return isAllRight;
    },
    entered: () => records(this.#tell("review")).map(([name, label, text, row]) => ({ name, label, text, row, element: this.#fields.element(name) })).filter(({ element }) => element?.type !== "hidden"),
  });
  // Values that were assigned before it started.
  #given;
  // Whether a script has put it together before adding it to the page, and whether somebody has used it.
  #isAssembled = !this.isConnected;
  #isUsed = false;
  // What a draft has brought back, which is protected until somebody uses the form.
  #broughtBack;
  // A reset whose consequences have not been applied yet.
  #resetting;
  // Whether the form itself is changing the page.
  #isWriting = false;
  // What it does when something happens to the page.
  #inPage = {
    save: () => this.#kept.save(),
    followAddress: () => this.#followAddress(),
    reveal: (element) => this.#parts.reveal(element),
    print: (isPrinting) => this.#parts.print(isPrinting),
  };
  // Ends listening around the form.
  #around;
  #observer = globalThis.MutationObserver && new MutationObserver((changes) => this.#look(changes, []));
  #observerAround = globalThis.MutationObserver && new MutationObserver((changes) => this.#look([], changes));
  // Whether its description is out of date, and the day on which it was made.
  #isStale = false;
  #day;

  constructor() {
    super();
    // Keys and presses may also make the page itself enter something.
    for (const type of ["input", "keydown", "pointerdown", "click"]) {
      this.addEventListener(type, ({ isTrusted }) => { if (isTrusted) this.#use(); }, true);
    }
  }
  connectedCallback() {
    // The parser adds what is in it later.
    if (!this.#machine && !this.querySelector("form")) this.#isAssembled = false;
    // The elements inside become active later.
    if (first) queueMicrotask(() => { if (this.isConnected) this.#start(); });
    else waiting.add(this);
  }
  disconnectedCallback() {
    waiting.delete(this);
    living.delete(this.#inPage);
    this.#observer.disconnect();
    this.#observerAround.disconnect();
    this.#around?.abort();
    // Firefox cannot read numbers written like "0,5" in controls outside of the document.
    this.#isReadable = false;
    this.#kept.save();
    this.#isReadable = true;
    for (const element of this.#fields.elements) this.#disown(element);
  }

  // Starts the machine.
  #start() {
    const isNew = !this.#machine;
    // Where a script is evaluated from outside of the page, this may run before the elements inside are upgraded.
    customElements.upgrade(this);
    living.add(this.#inPage);
    this.#machine ??= first.make();
    this.#form = this.querySelector("form");
    if (isNew) this.#clean();
    this.#define();
    this.#observer.observe(this, WATCHED);
    this.#listenAround();
    if (isNew) {
      this.#listen();
      this.#fillIn();
    }
    this.#internals.states.add("ready");
  }
  // Enters what a script has assigned so far and what was kept of an earlier visit, and shows where to go on.
  #fillIn() {
    if (this.#isUsed || this.#internals.states.has("dirty")) this.#tell("entered");
    const given = Object.getOwnPropertyDescriptor(this, "values")?.value ?? this.#given;
    delete this.values;
    if (given) this.values = given;
    const { draft, moves, part, files = [] } = this.#kept.found();
    if (!draft) {
      // What the server has found wrong, or what the address names.
      const wrong = this.querySelector("[problem]");
      if (wrong) this.#parts.reveal(wrong);
      else this.#followAddress();
      return;
    }
    this.#tell("go-on", moves);
    this.#broughtBack = new BroughtBack(draft, this.#fields, {
      begin: (name) => this.#tell("begin", record(name)),
      bringBack: (kept) => {
        this.#tell("bring-back", kept);
        this.#notice();
      },
      reported: (change) => this.#reported(change),
      notice: () => { if (this.isConnected) this.#notice(); },
    });
    this.#broughtBack.bringBack(draft);
    this.#parts.restart(part);
    // The browser does not give files back.
    const without = files.map((name) => this.#fields.get(name)).filter(Boolean).map(({ elements }) => labelOf(elements));
    this.say("brought-back", record(...without));
  }

  // Somebody uses the form. What scripts set from now on is not what it begins with, and may replace what was brought back.
  #use() {
    if (!this.#isUsed) {
      // After noticing what scripts have set before.
      this.#tell("entered");
      this.#isUsed = true;
    }
    this.#broughtBack?.finish();
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
    for (const element of this.#fields.elements) this.#disown(element);
    // Everything that has changed so far is described now.
    this.#observer.takeRecords();
    const set = this.#isUsed ? [] : this.#fields.changedNatives().map(([name]) => name);
    const found = described(this, this.#form), conditional = new Set(found.containers);
    // What has lost its condition is shown again.
    this.#fields.containers.forEach((container, at) => { if (!conditional.has(container)) this.#do.show(at, true); });
    const { left, added } = this.#fields.update(found);
    for (const control of controlsOf(this.#form)) if (!this.contains(control)) this.#observer.observe(control, WATCHED);
    for (const [name, field] of this.#fields) {
      if (field.isNative) { this.#fields.remember(field); continue; }
      const own = ports.get(field.elements[0]);
      own.owner = this.#owner;
      this.#machine.give(own.machine, name);
    }
    for (const element of left) if (!element.form?.closest(this.localName)) release(element);
    this.#natives.keepOnly(this.#fields);
    // With script they do not send the form, and Enter does not activate them.
    const buttons = this.#rows.all().map(({ button }) => button), presets = this.#form.querySelectorAll(PRESETS);
    for (const button of [...buttons, ...presets]) if (button.type !== "button") button.type = "button";
    this.#write(() => this.#tell("define", [record("w", languageOf(this), this.#day), ...found.records].join(RECORD)));
    // What frameworks set by properties is what it begins with.
    const isSet = (name) => this.#isAssembled || isSetByScript(this.#fields.get(name));
    const begun = this.#isUsed ? [] : [...set.filter((name) => this.#fields.has(name)), ...added.filter(isSet)];
    if (begun.length > 0) this.#write(() => this.#tell("begin", record(...begun)));
    this.#broughtBack?.check(added);
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
    const changed = inside.filter(concernsInitially).map(({ target }) => this.#fields.nameOf((target.parentNode ?? target).closest?.("select, textarea") ?? target));
    for (const name of new Set(changed)) {
      const field = this.#fields.get(name);
      if (!field?.isNative) continue;
      this.#fields.remember(field);
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
  // Shows the part with what the address of the page names.
  #followAddress() {
    const target = location.hash && indicated(location.hash, [document]);
    if (target && this.#parts.reveal(target)) target.scrollIntoView();
  }
  #disown(element) {
    const own = ports.get(element);
    if (own?.owner === this.#owner) own.owner = undefined;
  }
  // Events of elements inside.
  #owner = {
    reset: (own) => this.#resetting?.done(own),
    took: (own) => this.#do.noteFollowers(() => this.#machine.took(this.#ports, own.machine, this.#fields.nameOf(own.element))),
    changed: (own) => {
      // Afterwards the form is reset as a whole.
      if (this.#do.isEntering || this.#resetting && own.isResetting) return;
      this.#finishReset();
      const name = this.#fields.nameOf(own.element);
      this.#machine.changed(this.#ports, own.machine, name);
      this.#broughtBack?.setByScript(name);
    },
  };
  #tell(word, text = "") {
    if (READING.has(word)) this.#notice();
    if (USING.has(word)) this.#use();
    return this.#machine?.tell(this.#ports, word, text) ?? "";
  }
  // Applies what a script has changed in the page. Native controls do not tell when it changes their values.
  #notice() {
    if (!this.#isReadable) return;
    this.#followers.hold();
    if (!this.#isWriting) {
      catchUp();
      this.#look(this.#observer.takeRecords(), this.#observerAround.takeRecords());
      // A condition may have disabled options, or midnight may have passed.
      if (this.#isStale || (this.#machine && this.#day !== today())) this.#define();
      this.#finishReset();
    }
    for (const [name, field] of this.#fields.changedNatives()) this.#enter(name, field, "set");
  }
  #enter(name, field, how) {
    this.#fields.remember(field);
    this.#tell("native", record(name, how, ...textsOf(field.elements)));
    if (how === "set") this.#broughtBack?.setByScript(name);
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
        const name = this.#fields.nameOf(target), field = this.#fields.get(name);
        if (!field || this.#reporting) return;
        if (field.isNative) this.#do.noteFollowers(() => this.#enter(name, field, type));
        this.#use();
        if (type === "change") this.#followers.settle();
        if (type === "input") this.#boxes.entered();
        this.#kept.saveSoon();
      }, { capture: true, signal });
    }
    root.addEventListener("focusout", ({ target, relatedTarget }) => {
      const name = this.#fields.nameOf(target);
      if (name !== undefined && this.#fields.nameOf(relatedTarget) !== name) whenReleased(() => this.#tell("leave", name));
    }, { signal });
    root.addEventListener("keydown", (event) => {
      if (!this.contains(event.target) && this.#fields.nameOf(event.target) !== undefined) this.#press(event);
    }, { signal });
  }
  // A key has been pressed in a field.
  #press(event) {
    const request = requestOf(event);
    if (!request) return;
    // Once nothing is left, the browser would undo what was typed last, in whichever field.
    event.preventDefault();
    this[request]();
  }
  #listen() {
    const on = (type, listener, options) => this.addEventListener(type, listener, options);
    on("reset", (event) => {
      const own = [...this.#fields.values()].filter(({ isNative }) => !isNative).map(({ elements }) => ports.get(elements[0]));
      this.#resetting = new Reset(event, own);
      setTimeout(() => this.#finishReset(true));
    });
    new Sending(this, {
      parts: this.#parts, kept: this.#kept, boxes: this.#boxes, states: this.#internals.states,
      began: () => this.#tell("sending"),
      refuse: (errors) => this.#refuse(errors),
      refused: () => this.#refused(),
    }).listen();
    on("click", (event) => {
      const wanted = this.#rows.all().find(({ button }) => button.contains(event.target));
      if (wanted) { event.preventDefault(); this.#reported(() => this.#change(wanted)); }
      const preset = event.target.closest(PRESETS);
      if (preset) { event.preventDefault(); this.apply(preset.value); }
    });
    on("keydown", (event) => this.#press(event));
    onCommand(this, { "--undo": () => this.undo(), "--redo": () => this.redo(), "--clear": () => this.clear() });
  }
  // The controls are reset when all listeners have run. A script may already have entered something since.
  #finishReset(isLate = false) {
    const reset = this.#resetting;
    if (!reset?.isOver(isLate)) return;
    this.#resetting = undefined;
    if (reset.isPrevented) return;
    const enterAgain = reset.entered(this.#fields, (name, field) => this.#enter(name, field, "set"));
    this.#tell("reset");
    this.#broughtBack?.end();
    this.#kept.forget();
    this.say("");
    enterAgain();
    this.#isUsed = false;
    this.#tell("begin", record(...this.#fields.keys()));
    this.#parts.restart();
  }
  // Makes a change to several fields, and reports it to the page by the events of each.
  #reported(change) {
    const before = contentsOf(this.#fields.values()), result = change();
    this.#report(changesSince(before));
    return result;
  }
  // Fires events that are no news to the form itself.
  #report(changes, types) {
    // A listener may undo something, for example.
    const was = this.#reporting;
    this.#reporting = true;
    report(changes, types);
    this.#reporting = was;
  }

  // Shows problems that the machine does not know, each with the name of a field and a text.
  #refuse(problems) { this.#tell("refuse", problems.map((one) => record(...one)).join(RECORD)); }
  // Leads somebody to the problems.
  #refused() {
    this.say("");
    const box = this.#boxes.box("problems");
    box.setAttribute("tabindex", "-1");
    // If nothing is listed, the browser itself shows a problem.
    if (box.querySelector("li")) box.focus();
    this.dispatchEvent(new CustomEvent("refused", { detail: { problems: this.problems } }));
  }

  // The values that would be sent: numbers, strings, booleans, arrays; null if empty.
  get values() { return JSON.parse(this.json); }
  // Assigns values to these fields, without events, as if to each of them. Others keep theirs.
  set values(values) {
    if (!this.#machine) { this.#given = values; return; }
    this.#notice();
    for (const [name, value] of fieldsIn(values, (name) => this.#rows.counter(name), (text) => this.#do.note(text))) {
      const field = this.#fields.get(name);
      if (field) assign(field, value);
      else this.#do.note(`there is no field "${name}"`);
      if (field?.isNative) this.#enter(name, field, "set");
    }
  }
  // The same as JSON, with every digit.
  get json() { return jsonOf(records(this.#tell("values")), (name) => this.#rows.counter(name)); }
  #listed(word) {
    return records(this.#tell(word)).map(([name, label, text]) => ({ name, label, text, element: this.#fields.element(name) }));
  }
  // What to focus for a field: for a number of rows, the fieldset around them.
  #place(name) {
    const counter = this.#rows.counter(name);
    return counter ? counter.closest("fieldset") : this.#fields.element(name);
  }
  // All current problems and warnings, whether they are shown or not.
  get problems() { return this.#browserProblems.withNatives(this.#listed("problems")); }
  get warnings() { return this.#listed("warnings"); }
  get form() { return this.#form ?? this.querySelector("form"); }
  // Whether any value differs from its initial value; whether any field has been touched.
  get dirty() { this.#notice(); return this.#internals.states.has("dirty"); }
  get touched() { return this.#internals.states.has("touched"); }
  // A recording of what was done so far, as moves that `pin-notch trace` and tests can run.
  get moves() { return this.#tell("moves"); }
  // Whether it can be sent.
  checkValidity() {
    if (!this.#machine) return this.form?.checkValidity() ?? true;
    return this.problems.length === 0 && !this.#browserProblems.isOtherWrong();
  }
  // The same, and shows the problems.
  reportValidity() {
    if (!this.#machine) return this.form?.reportValidity() ?? true;
    // Both show what they find.
    const isRight = this.#tell("send") === "1", areNativesRight = this.#browserProblems.areNativesRight();
    return isRight && areNativesRight && this.#browserProblems.areOthersRight();
  }
  // Undo, redo, clear and presets fire events also when a script asks for them, because a page calls them from buttons of
  // its own.
  undo() { return this.#reported(() => this.#again("undo")); }
  redo() { return this.#reported(() => this.#again("redo")); }
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
  clear() { this.#reported(() => { this.#tell("clear"); this.#kept.saveSoon(); }); }
  // Enters the values of a preset, as a single step for undo.
  apply(preset) { this.#reported(() => { this.#boxes.announce(this.#tell("preset", preset)); this.#kept.saveSoon(); }); }
  // The receiver has accepted what was sent last, as after a form was sent in place: nothing of it is dirty any more,
  // and its draft is forgotten.
  markAccepted() {
    this.#tell("accepted");
    this.#broughtBack?.end();
    this.#kept.forget();
    // What has been entered since.
    if (this.dirty) this.#kept.saveSoon();
  }
  // Restores the initial values. This cannot be undone.
  reset() { if (this.form) { resetForm(this.form); this.#finishReset(); } }
  // The draft to store.
  #draft() {
    return { draft: this.#tell("draft"), moves: this.#tell("recorded"), part: this.#parts.at, files: this.#fields.withFiles() };
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
  #do = new Operations(this, {
    fields: this.#fields, rows: this.#rows, parts: this.#parts, boxes: this.#boxes, natives: this.#natives, kept: this.#kept,
    followers: this.#followers, states: this.#internals.states,
    defineSoon: () => this.#defineSoon(),
  });
  // Announces a text, possibly with details; an empty one clears the announcement.
  say(what, details = "") {
    this.#boxes.announce(what && this.#tell("say", `${what} ${details}`.trim()), !PASSING.has(what));
  }
}

if (globalThis.customElements && !customElements.get("notch-form")) customElements.define("notch-form", NotchForm);
