// What the machine of a form can do to its page, by name.

import { enterContent } from "./form-reset.js";
import { count, countContent, mark } from "./membership.js";
import { putNatives, textsOf } from "./natives.js";
import { ports } from "./ports.js";
import { listRecord } from "./records.js";

export class Operations {
  #form;
  #members;
  // Whether the form itself is entering something in an element.
  isEntering = false;
  #notesFollowers = false;

  // What the form consists of: `fields`, `rows`, `parts`, `boxes`, `natives` (their problems), `kept`, `followers`,
  // `states`; and a function `defineSoon`.
  constructor(form, members) {
    this.#form = form;
    this.#members = members;
  }

  note(text) { console.warn(`<notch-form${this.#form.id && ` id="${this.#form.id}"`}>: ${text}`); }
  keep() { this.#members.kept.saveSoon(); }
  offer(rows, ...values) { this.#members.rows.offer(rows, values); }
  reviewed() { this.#members.parts.update(); }
  output(at, text) { this.#members.fields.outputs[at].value = text; }
  problems(title, ...entries) { this.#members.boxes.list("problems", title, entries); }
  warnings(title, ...entries) { this.#members.boxes.list("warnings", title, entries); }

  // Makes a change of a person, whose consequences in other fields are reported.
  noteFollowers(change) {
    this.#notesFollowers = true;
    try {
      change();
    } finally {
      this.#notesFollowers = false;
    }
  }
  // The content of a field.
  put(name, checked, ...values) {
    const field = this.#members.fields.get(name), put = () => this.#put(field, checked, values);
    if (this.#notesFollowers) this.#members.followers.note(field, put);
    else put();
  }
  #put(field, checked, values) {
    const { elements, isNative } = field;
    if (isNative) {
      // Of several options with the same value, the one that is chosen stays so.
      if (listRecord(textsOf(elements)) !== listRecord(values)) putNatives(elements, values);
      // If the browser does not accept them, as an empty colour, the difference is noticed later.
      field.texts = listRecord(values);
      return;
    }
    const own = ports.get(elements[0]);
    if (own.checked === checked && listRecord(own.values) === listRecord(values)) return;
    this.#enter(() => {
      enterContent(own, checked, values);
      own.tell("draft");
    });
  }
  // The text of a field that has not become a value yet.
  draft(name, ...texts) {
    const field = this.#members.fields.get(name), { elements, isNative } = field;
    if (isNative) {
      if (texts.length > 0) putNatives(elements, texts);
      this.#members.fields.remember(field);
    } else this.#enter(() => ports.get(elements[0]).tell("draft", listRecord(texts)));
  }
  #enter(change) {
    this.isEntering = true;
    try {
      change();
    } finally {
      this.isEntering = false;
    }
  }

  // Whether a field counts under the conditions of the form.
  count(name, on) {
    for (const element of this.#members.fields.get(name).elements) count(element, Boolean(on));
  }
  // The same for content.
  show(at, on) {
    const container = this.#members.fields.containers[at], options = this.#optionsOf(container);
    if (options) {
      const wrong = options.filter(({ disabled }) => disabled === Boolean(on));
      for (const option of wrong) option.disabled = !on;
      // The machine knows options as the page describes them.
      if (wrong.length > 0) this.#members.defineSoon();
      return;
    }
    if (container.matches("[data-part]")) { this.#members.parts.count(container, Boolean(on)); return; }
    countContent(container, Boolean(on));
    for (const one of [container, ...container.labels ?? []]) one.hidden = !on;
  }
  // The options to which a condition applies, if it applies to options.
  #optionsOf(container) {
    if (container.localName === "option") return [container];
    const { of, option } = container.dataset;
    if (option === undefined) return undefined;
    const elements = this.#members.fields.get(of)?.elements ?? [];
    return elements.flatMap((element) => [...element.querySelectorAll("option")]).filter(({ value }) => value === option);
  }

  // Shows or removes a problem of a field: its own, that of a rule, or that of the receiver.
  own(name, text) { this.#object("own", name, text); }
  problem(name, text) { this.#object("rule", name, text); }
  refused(name, text) { this.#object("refused", name, text); }
  #object(word, name, text) {
    const field = this.#members.fields.get(name);
    if (!field) return;
    if (field.isNative) { this.#members.natives.show(name, field.elements, word, text); return; }
    const { tell } = ports.get(field.elements[0]);
    if (word !== "own") tell(word, text);
    else if (text) tell("report");
  }

  // Whether a field, or without a name the form, is dirty or touched.
  state(name, state, on) {
    if (name === "") { this.#members.states[on ? "add" : "delete"](state); return; }
    for (const element of this.#members.fields.get(name).elements) mark(element, state, Boolean(on));
  }
}
