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
});

for (const output of document.querySelectorAll("output")) {
  const element = document.getElementById(output.htmlFor.value);
  const show = () => {
    output.value = element.localName === "notch-switch" ? (element.checked ? "on" : "off") : element.value || "empty";
  };
  element.addEventListener("input", show);
  show();
}

document.querySelector("#skip").addEventListener("change", (event) => {
  document.querySelector("#seen").disabled = event.target.checked;
});
