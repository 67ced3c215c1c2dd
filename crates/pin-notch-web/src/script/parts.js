// A long form in parts: one of them is visible at a time, each is checked when somebody continues, and at
// the end everything is shown for review before it is sent. Without script it is one long page.

import { nameOf } from "./around.js";
import { controlsOf } from "./form-members.js";
import { countContent, counts } from "./membership.js";
import { UNCOUNTED } from "./natives.js";
import { ignoreSecond } from "./second-click.js";

// What is added to the page, and the submit buttons that are only shown at the end.
const MADE = "data-made", AT_END = "data-at-end";

const made = (tag, properties) => {
  const element = Object.assign(document.createElement(tag), properties);
  element.setAttribute(MADE, "");
  return element;
};

// The name of a part, which it has from its first heading or legend unless it has one of its own.
const titleOf = (part) => nameOf(part, [...part.querySelectorAll("h1, h2, h3, h4, h5, h6, legend")].slice(0, 1));

export class Parts {
  #all = [];
  #at = 0;
  #isPrinting = false;
  #title;
  #back;
  #next;
  #review;
  // The submit buttons.
  #sends = [];

  // `owner` checks the fields of a part, given which elements are in it and which in later ones, provides the values
  // of fields and all texts, and is told when somebody has moved to another part.
  constructor(owner) { this.owner = owner; }

  // Removes what another form has added here.
  clean(form) {
    for (const one of form.querySelectorAll(`[${MADE}]`)) one.remove();
    this.#free(form.querySelectorAll(`[${AT_END}]`));
  }
  // Updates to a form that has changed, and puts back what the page has removed.
  define(form) {
    const all = [...form.querySelectorAll("[data-part]")];
    const isSame = all.length === this.#all.length && all.every((part, at) => part === this.#all[at]);
    if (!isSame) for (const part of this.#all) part.hidden = !counts(part);
    const wasOn = this.isOn;
    this.#all = all;
    if (!this.isOn) { this.#end(); return; }
    // Before the form has started, somebody may already be writing in a later part.
    if (!wasOn) this.#at = Math.max(0, this.#counting.findIndex((part) => part.contains(form.getRootNode().activeElement)));
    this.#title ??= made("p", { className: "progress", tabIndex: -1 });
    this.#review ??= made("div", { className: "review" });
    const button = (word, go) => {
      const one = made("button", { type: "button", textContent: this.owner.words(word) });
      // A double click goes on by one part, because nobody has seen the next one yet.
      one.addEventListener("click", (click) => { ignoreSecond(click); go(); });
      return one;
    };
    this.#back ??= button("back", () => this.show(this.#at - 1));
    this.#next ??= button("next", () => this.goOn());
    const isMissing = (own) => !isSame || own.getRootNode() !== form.getRootNode();
    if (isMissing(this.#title)) all[0].before(this.#title);
    if (isMissing(this.#review)) all.at(-1).after(this.#review);
    const isSending = (one) => ["submit", "image"].includes(one.type) || one.type === "button" && one.hasAttribute(UNCOUNTED);
    this.#sends = [...controlsOf(form)].filter((one) => isSending(one) && (!one.hidden || one.hasAttribute(AT_END)) && !one.name);
    const first = this.#sends.find((one) => !one.closest("[data-only-if]")) ?? this.#sends[0];
    if (isMissing(this.#back) || isMissing(this.#next)) {
      if (first) first.before(this.#back, " ", this.#next, " ");
      else this.#review.after(this.#back, " ", this.#next);
    }
    if (isSame) this.#hide();
    else this.show(Math.min(this.#at, this.#counting.length), false);
  }
  // It is one page again.
  #end() {
    for (const own of [this.#title, this.#review, this.#back, this.#next]) own?.remove();
    this.#free(this.#sends);
    [this.#at, this.#sends] = [0, []];
  }
  #free(sends) {
    for (const send of sends) {
      send.hidden = false;
      send.removeAttribute(AT_END);
    }
  }
  // Hides all but the current part, and the submit buttons before the end. On paper, the parts are one after another.
  #hide() {
    const current = this.#counting[this.#at];
    for (const part of this.#all) part.hidden = part !== current && !(this.#isPrinting && current && counts(part));
    for (const send of this.#sends) {
      send.hidden = Boolean(current);
      send.setAttribute(AT_END, "");
    }
  }
  // The page is being printed, or no longer.
  print(isPrinting) {
    this.#isPrinting = isPrinting;
    if (this.isOn) this.#hide();
  }
  // Sets whether a part counts.
  count(part, on) {
    const inSight = this.#counting[this.#at];
    countContent(part, on);
    if (!this.isOn) { part.hidden = !on; return; }
    const counting = this.#counting, at = inSight ? counting.indexOf(inSight) : counting.length;
    this.show(at < 0 ? Math.min(this.#at, counting.length) : at, false);
  }
  get #counting() { return this.#all.filter(counts); }
  get isOn() { return this.#all.length > 1; }
  // Whether all parts have been completed, so that it can be sent.
  get isAtEnd() { return !this.isOn || this.#at === this.#counting.length; }

  // Continues if there are no problems in this part.
  goOn() {
    const counting = this.#counting, part = counting[this.#at], later = counting.slice(this.#at + 1);
    const isLater = (element) => later.some((other) => other.contains(element));
    if (this.owner.isRight((element) => part.contains(element), isLater)) this.show(this.#at + 1);
  }
  // Shows the part with this element. Returns whether it was another one.
  reveal(element) {
    const at = this.#counting.findIndex((part) => part.contains(element));
    const isOther = this.isOn && at >= 0 && at !== this.#at;
    if (isOther) this.show(at, false);
    return isOther;
  }
  // Focuses this element, and shows what hides it: its part, and, as a link to it would (HTML's revealing
  // algorithms), closed details and what is hidden until it is found.
  focus(element) {
    this.reveal(element);
    for (let node = element; node; node = node.parentElement ?? node.getRootNode().host) {
      if (node.localName === "details") node.open = true;
      if (node.hidden === "until-found") {
        node.dispatchEvent(new Event("beforematch", { bubbles: true }));
        node.hidden = false;
      }
    }
    element.focus();
  }
  // Which part is visible, and back to it or to the first one.
  get at() { return this.#at; }
  restart(at = 0) { if (this.isOn) this.show(Math.min(at, this.#counting.length), false); }
  show(at, goes = true) {
    const counting = this.#counting, isEnd = at === counting.length, count = counting.length + 1;
    this.#at = at;
    this.#hide();
    const title = isEnd ? this.owner.words("review") : titleOf(counting[at]);
    this.#title.textContent = this.owner.words(`part ${at + 1} ${count} ${title}`);
    this.#review.hidden = !isEnd;
    if (isEnd) this.#list();
    this.#back.hidden = at === 0;
    this.#next.hidden = isEnd;
    const { activeElement } = this.#title.getRootNode();
    const losesFocus = this.#all.some((part) => part.hidden && part.contains(activeElement));
    if (goes || losesFocus) this.#title.focus();
    if (goes) this.owner.moved();
  }
  // Shows in the review what has changed, as by undo.
  update() { if (this.isOn && this.isAtEnd) this.#list(); }
  // The review: everything that was entered, with links back.
  #list() {
    const all = [];
    let group;
    for (const { name, label, text, row, element } of this.owner.entered()) {
      // The fields of a row are listed under its label.
      if (row !== group) {
        if (row) all.push(Object.assign(document.createElement("h2"), { textContent: row }));
        all.push(document.createElement("dl"));
        group = row;
      }
      const term = document.createElement("dt"), link = Object.assign(document.createElement("a"), { href: `#${element?.id || name}`, textContent: label });
      link.addEventListener("click", (event) => { event.preventDefault(); this.focus(element); });
      term.append(link);
      all.at(-1).append(term, Object.assign(document.createElement("dd"), { textContent: text || "–" }));
    }
    const links = () => [...this.#review.querySelectorAll("a")];
    const focused = links().indexOf(this.#review.getRootNode().activeElement);
    this.#review.replaceChildren(...all);
    links()[focused]?.focus();
  }
}
