// The page's own script: it shows what the controls report, and decides nothing about their values.
import { onTurn, ready } from "/pin-notch.js";

const turns = document.querySelector("#turns");
const MOST = 60;

// Moves of one drag share a line, and so do repeated refusals for the same reason.
onTurn(({ element, intent, outcome, refused }) => {
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
}
// Before the elements are active, the values of their native controls.
const refreshAll = () => outputs.forEach(refresh);
refreshAll();
ready.then(refreshAll, () => {});

document.querySelector("#skip").addEventListener("change", (event) => {
  document.querySelector("#observed").disabled = event.target.checked;
});

// Very many options that are loaded later, from a slow service.
document.querySelector("#keeper").options = new Promise((done) => setTimeout(done, 1500, [
  { value: "ida", text: "Ida" }, { value: "jon", text: "Jon" }, { value: "mia", text: "Mia" },
]));
document.querySelector("#colony").options = Array.from({ length: 100_000 }, (_, n) => `Colony ${n + 1}, row ${(n % 97) + 1}`);

// The property panel: the attributes of the chosen element, each with a native field. The attributes come from the core.
const ATTRIBUTES = JSON.parse(document.querySelector("#attributes").textContent);
const LOOKS = [{ name: "sizing", about: "Its size.", like: ["medium", "small", "large"] }];
const fields = document.querySelector("#fields");
let chosen;

/** The native field of an attribute whose values are like this. */
function fieldOf({ name, like }, element) {
  const current = element.getAttribute(name);
  if (like === true) return Object.assign(document.createElement("input"), { type: "checkbox", checked: current !== null });
  if (typeof like === "string") return Object.assign(document.createElement("input"), { placeholder: like, value: current ?? "" });
  const field = document.createElement("select");
  for (const token of new Set(["", ...like])) field.add(new Option(token)); // "" if it is not given
  field.value = current ?? "";
  return field;
}

function choose(element) {
  if (element === chosen || !element.closest(".card")) return;
  chosen = element;
  document.querySelector("#chosen").textContent = `${element.dataset.name}: <${element.localName}>`;
  fields.replaceChildren(...[...ATTRIBUTES[element.localName], ...LOOKS].map((attribute) => {
    const { name, about } = attribute;
    const label = Object.assign(document.createElement("label"), { title: about });
    const field = fieldOf(attribute, element);
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
