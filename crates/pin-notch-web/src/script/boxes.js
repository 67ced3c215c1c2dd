// The places of a form for messages: its problems, its warnings, and a status. The page may have its own.

import { record } from "./records.js";

export class Boxes {
  #form;
  #fields;
  #lasts = false;

  // `fields` has two functions: `element` returns the element that a field's link leads to, and `focus`
  // goes there.
  constructor(form, fields) {
    this.#form = form;
    this.#fields = fields;
  }

  // Empties the lists that another form has filled.
  clean() {
    for (const box of this.#form.querySelectorAll("[data-problems], [data-warnings]")) {
      if (!box.querySelector("li[data-key]")) continue;
      box.replaceChildren();
      box.hidden = true;
    }
  }

  box(what) {
    let box = this.#form.querySelector(`[data-${what}]`);
    if (!box) {
      box = document.createElement("div");
      box.setAttribute(`data-${what}`, "");
      if (what === "problems") this.#form.prepend(box);
      else this.#form.append(box);
    }
    box.setAttribute("role", what === "problems" ? "alert" : "status");
    return box;
  }
  // Announces a text; an empty one clears the announcement. It disappears as soon as something is entered,
  // unless it lasts.
  announce(text, lasts = false) {
    const box = this.box("status");
    box.hidden = text === "";
    box.textContent = text;
    this.#lasts = lasts;
  }
  entered() {
    if (!this.#lasts && this.#form.querySelector("[data-status]:not([hidden])")) this.announce("");
  }
  // Lists problems or warnings: the field, its label and the text of each, one after the other.
  list(what, title, entries) {
    const box = this.box(what);
    box.hidden = entries.length === 0;
    let [head, list] = box.children;
    if (list?.localName !== "ul") {
      [head, list] = [document.createElement("p"), document.createElement("ul")];
      box.replaceChildren(head, list);
    }
    head.hidden = title === "";
    if (head.textContent !== title) head.textContent = title;
    const before = new Map([...list.children].map((item) => [item.dataset.key, item]));
    const items = [];
    for (let at = 0; at < entries.length; at += 3) {
      const [name, label, text] = entries.slice(at, at + 3), key = record(name, label, text);
      items.push(before.get(key) ?? this.#item(key, name, label, text));
      before.delete(key);
    }
    // Only new items are inserted, so that only these are announced.
    for (const gone of before.values()) gone.remove();
    items.forEach((item, at) => { if (list.children[at] !== item) list.insertBefore(item, list.children[at] ?? null); });
  }
  #item(key, name, label, text) {
    const item = document.createElement("li");
    item.dataset.key = key;
    const words = label ? `${label}: ${text}` : text;
    const element = this.#fields.element(name);
    if (!element) { item.textContent = words; return item; }
    const link = document.createElement("a");
    link.href = `#${element.id}`;
    link.textContent = words;
    link.addEventListener("click", (event) => { event.preventDefault(); this.#fields.focus(element); });
    item.append(link);
    return item;
  }
}
