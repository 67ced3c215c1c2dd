// The page's own script: it shows what the controls say, and decides nothing about their values.
import { hearTurns } from "/pin-notch.js";

const turns = document.querySelector("#turns");
const MOST = 60;

// Moves of one drag share a line, and so do attempts that are refused for the same reason again.
hearTurns(({ element, intent, outcome, refused }) => {
  const name = element.dataset.name ?? element.localName;
  const moving = /^(move|point)/.exec(intent)?.[0];
  const kind = moving || refused ? `${name} ${moving ?? intent} ${refused ? outcome : ""}` : crypto.randomUUID();
  const last = turns.firstElementChild;
  const again = last?.dataset.kind === kind;
  const item = again ? last : document.createElement("li");
  const times = again ? Number(item.dataset.times) + 1 : 1;
  Object.assign(item.dataset, { kind, times });
  item.className = refused ? "refused" : "";
  const count = document.createElement("em");
  count.textContent = times > 1 ? `×${times}` : "";
  const title = document.createElement("b");
  title.textContent = `${name}: ${intent}`;
  const text = document.createElement("span");
  text.textContent = outcome;
  item.replaceChildren(count, title, text);
  if (!again) turns.prepend(item);
  while (turns.children.length > MOST) turns.lastElementChild.remove();
  choose(element);
});

const outputs = document.querySelectorAll("output");
const shown = (element) => {
  if (element.localName === "notch-switch") return element.checked ? "on" : "off";
  if (element.localName === "notch-checkbox") return element.indeterminate ? "mixed" : element.checked ? "on" : "off";
  return element.values.join(" + ") || "empty";
};
const refresh = (output) => { output.value = shown(document.getElementById(output.htmlFor.value)); };
for (const output of outputs) {
  document.getElementById(output.htmlFor.value).addEventListener("input", () => refresh(output));
  refresh(output);
}

document.querySelector("#skip").addEventListener("change", (event) => {
  document.querySelector("#observed").disabled = event.target.checked;
});

// Options that come later, from a service that takes its time, and very many of them.
document.querySelector("#keeper").options = new Promise((done) => setTimeout(done, 1500, [
  { value: "ida", text: "Ida Brandt" }, { value: "jon", text: "Jon Falk" }, { value: "mia", text: "Mia Roth" },
]));
document.querySelector("#colony").options = Array.from({ length: 100_000 }, (_, n) => `Colony ${n + 1}, row ${(n % 97) + 1}`);

// The property panel: the attributes that the chosen element has a use for, each with a native field.
const SHARED = ["disabled", "readonly", "required"];
const NUMBERS = ["min", "max", "step", "value"];
const PANEL = {
  "notch-slider": [...NUMBERS, "unit", "orientation=horizontal|vertical", "scale=even|logarithmic", "readout", "reversed"],
  "notch-span-slider": [...NUMBERS, "least", "most", "unit", "orientation=horizontal|vertical", "push"],
  "notch-rating": [...NUMBERS, "icon", "lit=up-to|only", "readout", "preview", "readout-place=after|before|above|below"],
  "notch-switch": ["value", "caption-on", "caption-off"],
  "notch-checkbox": ["value", "description"],
  "notch-check-group": ["value", "parent", "least", "most"],
  "notch-stepper": [...NUMBERS, "unit", "placeholder", "wrap"],
  "notch-item-stepper": ["value", "wrap"],
  "notch-select": ["value", "placeholder", "least", "most", "multiple", "filter"],
  "notch-date": ["min", "max", "value", "pattern", "placeholder", "first-day=monday|sunday|saturday", "always-open"],
  "notch-date-span": ["min", "max", "value", "least", "most", "two-fields", "across-blocked", "always-open"],
  "notch-month": NUMBERS, "notch-week": NUMBERS, "notch-time": NUMBERS, "notch-date-time": NUMBERS,
};
const FLAGS = ["disabled", "readonly", "required", "reversed", "push", "wrap", "multiple", "filter", "always-open", "two-fields", "across-blocked"];
const fields = document.querySelector("#fields");
let chosen;

function choose(element) {
  if (element === chosen || !element.closest(".card")) return;
  chosen = element;
  document.querySelector("#chosen").textContent = `${element.dataset.name}: <${element.localName}>`;
  const names = [...PANEL[element.localName], "lang", "sizing=medium|small|large", ...SHARED];
  fields.replaceChildren(...names.map((named) => {
    const [name, choices] = named.split("=");
    const label = document.createElement("label");
    let field;
    if (choices) {
      field = document.createElement("select");
      for (const choice of choices.split("|")) field.add(new Option(choice));
      field.value = element.getAttribute(name) ?? choices.split("|")[0];
    } else {
      field = document.createElement("input");
      if (FLAGS.includes(name)) { field.type = "checkbox"; field.checked = element.hasAttribute(name); }
      else field.value = element.getAttribute(name) ?? "";
    }
    field.addEventListener("input", () => {
      if (field.type === "checkbox") element.toggleAttribute(name, field.checked);
      else if (field.value === "") element.removeAttribute(name);
      else element.setAttribute(name, field.value);
      refresh(document.querySelector(`output[for="${element.id}"]`));
    });
    label.append(name, field);
    return label;
  }));
}

for (const card of document.querySelectorAll(".card")) {
  card.addEventListener("pointerdown", () => choose(card.querySelector("[data-name]")));
  card.addEventListener("focusin", () => choose(card.querySelector("[data-name]")));
}
